import { Box, Flex } from '@chakra-ui/react'
import { memo, useCallback, useContext } from 'react'
import { Button } from '../../ui/controls.tsx'
import { FieldProblem } from '../../ui/ProblemNote.tsx'
import { DockContext } from './dockContext.ts'
import { useMeaning } from './useMeaning.ts'
import type { Meant } from './meaning.ts'
import { text } from './text.ts'

interface CellProps {
  readonly cell: string
  readonly path: string
  readonly label: string
  readonly placeholder?: string
  readonly numeric?: boolean
  /** The id of the words that are offered while it is typed. */
  readonly list?: string
}

export const useProblem = (cell: string): string | undefined =>
  useMeaning(useCallback(({ shownProblems }: Meant) => shownProblems[cell], [cell]))

/** One text cell, with what was understood or is wrong beside it. Plain elements: there are a thousand of them on a long day. */
export const Cell = memo(function Cell({ cell, path, label, placeholder, numeric, list }: CellProps) {
  const { form } = useContext(DockContext)
  const problem = useProblem(cell)
  return (
    <div>
      <input
        data-cell={cell}
        aria-label={label}
        autoComplete="off"
        className={placeholder === undefined ? 'cell phone-hint' : 'cell'}
        placeholder={placeholder ?? label.toLowerCase()}
        {...(list === undefined ? {} : { list })}
        {...(numeric ? { inputMode: 'decimal' as const } : {})}
        aria-invalid={problem !== undefined}
        aria-describedby={`${cell}-problem`}
        {...form.register(path as 'date')}
      />
      <Beside cell={cell} problem={problem} />
    </div>
  )
})

interface ChoiceCellProps extends CellProps {
  /** Words, or records that stand under their names. */
  readonly words: readonly (string | { readonly id: string; readonly name: string })[]
  /** What is shown while nothing is chosen; the label on a phone, where no heads stand above, if absent. */
  readonly empty?: string
}

export const ChoiceCell = memo(function ChoiceCell({ cell, path, label, words, empty }: ChoiceCellProps) {
  const { form } = useContext(DockContext)
  return (
    <div>
      <select
        data-cell={cell}
        aria-label={label}
        className={empty === undefined ? 'cell phone-hint' : 'cell'}
        {...form.register(path as 'date')}
      >
        <option value="">{empty ?? label.toLowerCase()}</option>
        {words.map((word) =>
          typeof word === 'string' ? (
            <option key={word}>{word}</option>
          ) : (
            <option key={word.id} value={word.id}>
              {word.name}
            </option>
          ),
        )}
      </select>
      <Beside cell={cell} problem={useProblem(cell)} />
    </div>
  )
})

export function Beside({ cell, problem }: { cell: string; problem: string | undefined }) {
  const { form } = useContext(DockContext)
  const twice = useMeaning(useCallback(({ read }: Meant) => read.twice.includes(cell), [cell]))
  const notice = useMeaning(useCallback(({ read }: Meant) => read.notices[cell], [cell]))
  if (twice) {
    return (
      <Flex gap="4px" align="center" fontSize="small" wrap="wrap" role="group" aria-label={text.twice.label}>
        <span>{text.twice.came}</span>
        {(['first', 'second'] as const).map((which) => (
          <Button
            key={which}
            minH="28px"
            px="6px"
            fontSize="small"
            onClick={() => form.setValue('again', { ...form.getValues('again'), [cell]: which })}
          >
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
