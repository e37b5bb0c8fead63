import { Box, Flex } from '@chakra-ui/react'
import { useContext } from 'react'
import { Button, Field, Select } from '../../ui/controls.tsx'
import { FieldProblem } from '../../ui/ProblemNote.tsx'
import { DockContext } from './dockContext.ts'
import { text } from './text.ts'

interface CellProps {
  readonly cell: string
  readonly path: string
  readonly label: string
  readonly placeholder?: string
  readonly numeric?: boolean
}

/** One text cell, with what was understood or is wrong beside it. */
export function Cell({ cell, path, label, placeholder, numeric }: CellProps) {
  const { form, read, shownProblems } = useContext(DockContext)
  const problem = shownProblems[cell]
  return (
    <Box>
      <Field
        data-cell={cell}
        aria-label={label}
        autoComplete="off"
        className={placeholder === undefined ? 'phone-hint' : undefined}
        placeholder={placeholder ?? label.toLowerCase()}
        {...(numeric ? { inputMode: 'decimal' as const } : {})}
        aria-invalid={problem !== undefined}
        aria-describedby={`${cell}-problem`}
        {...form.register(path as 'date')}
      />
      <Beside cell={cell} problem={problem} notice={read.notices[cell]} />
    </Box>
  )
}

interface ChoiceCellProps extends CellProps {
  /** Words, or records that stand under their names. */
  readonly words: readonly (string | { readonly id: string; readonly name: string })[]
  readonly empty: string
}

export function ChoiceCell({ cell, path, label, words, empty }: ChoiceCellProps) {
  const { form, read, shownProblems } = useContext(DockContext)
  return (
    <Box>
      <Select data-cell={cell} aria-label={label} {...form.register(path as 'date')}>
        <option value="">{empty}</option>
        {words.map((word) =>
          typeof word === 'string' ? (
            <option key={word}>{word}</option>
          ) : (
            <option key={word.id} value={word.id}>
              {word.name}
            </option>
          ),
        )}
      </Select>
      <Beside cell={cell} problem={shownProblems[cell]} notice={read.notices[cell]} />
    </Box>
  )
}

export function Beside({ cell, problem, notice }: { cell: string; problem: string | undefined; notice: string | undefined }) {
  const { read, form } = useContext(DockContext)
  if (read.twice.includes(cell)) {
    return (
      <Flex gap="4px" align="center" fontSize="small" wrap="wrap" role="group" aria-label={text.twice.label}>
        <span>{text.twice.came}</span>
        {(['first', 'second'] as const).map((which) => (
          <Button key={which} minH="28px" px="6px" fontSize="small" onClick={() => form.setValue('again', { ...form.getValues('again'), [cell]: which })}>
            {text.twice[which]}
          </Button>
        ))}
      </Flex>
    )
  }
  return (
    <>
      <FieldProblem id={`${cell}-problem`} message={problem} />
      {notice !== undefined && problem === undefined && (
        <Box fontSize="small" color="quiet">
          {notice}
        </Box>
      )}
    </>
  )
}
