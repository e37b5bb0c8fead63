import { Box, Flex } from '@chakra-ui/react'
import { useCallback, useContext } from 'react'
import type { KeyboardEvent } from 'react'
import { useWatch } from 'react-hook-form'
import { spellStrikeLine } from '@jotbook/core'
import { Label } from '../../ui/controls.tsx'
import { DockContext, focusCell } from './dockContext.ts'
import { useMeaningOf } from './useMeaning.ts'
import type { Meant } from './meaning.ts'
import { cellName } from './readDraft.ts'
import type { ReadLine } from './readLines.ts'
import { text } from './text.ts'

const NONE: readonly ReadLine[] = []

interface LinesProps {
  /** The stint or trip they belong to. */
  readonly owner: string
  readonly path: string
  readonly label: string
  readonly rows?: number
  /** The cell that Enter on an empty line goes to. */
  readonly after?: string
}

/** Strikes as they stand in a notebook, one a line, with what is understood of each below and what is not underlined. */
export function Lines({ owner, path, label, rows = 1, after }: LinesProps) {
  const { form } = useContext(DockContext)
  const cell = cellName('stint', owner, 'lines')
  const typed = useWatch({ control: form.control, name: path as 'lines' })
  const lines = useMeaningOf(useCallback(({ read }: Meant) => read.lines[owner] ?? NONE, [owner]))
  const goOn = (event: KeyboardEvent<HTMLTextAreaElement>): void => {
    const { value, selectionStart } = event.currentTarget
    if (event.key !== 'Enter' || after === undefined || selectionStart < value.length || !/(^|\n)\s*$/.test(value))
      return
    event.preventDefault()
    form.setValue(path as 'lines', value.trimEnd())
    focusCell(after)
  }
  return (
    <Box pb="6px">
      <Flex
        direction={rows === 1 ? 'row' : 'column'}
        align={rows === 1 ? 'baseline' : 'stretch'}
        gap={rows === 1 ? '10px' : 0}
        pl={rows === 1 ? { base: 0, md: '24px' } : 0}
      >
        <Label htmlFor={cell}>{label}</Label>
        <textarea
          id={cell}
          data-cell={cell}
          className="cell"
          placeholder={text.stints.linesHint}
          rows={Math.max(rows, typed.split('\n').length)}
          aria-describedby={`${cell}-read`}
          spellCheck={false}
          onKeyDown={goOn}
          {...form.register(path as 'lines')}
        />
      </Flex>
      <Box id={`${cell}-read`} aria-live="polite">
        {lines.map((line, i) => (
          <Echo key={i} line={line} />
        ))}
      </Box>
    </Box>
  )
}

/** One line as it was understood; stretches that were not stay in it, underlined. */
function Echo({ line: { typed, said, misread, problem, notice } }: { line: ReadLine }) {
  const wrong = problem !== undefined
  const parts: { text: string; misread: boolean }[] = []
  let at = 0
  for (const { from, to } of misread) {
    parts.push({ text: typed.slice(at, from), misread: false }, { text: typed.slice(from, to), misread: true })
    at = to
  }
  parts.push({ text: typed.slice(at), misread: false })
  return (
    <Box fontSize="small" lineHeight="1.5" data-testid="echo">
      {misread.length > 0 && (
        <Box as="span" mr="10px">
          {parts.map((part, i) =>
            part.misread ? (
              <u
                key={i}
                style={{ textDecoration: 'underline wavy var(--chakra-colors-float)', textUnderlineOffset: 3 }}
              >
                {part.text}
              </u>
            ) : (
              <span key={i}>{part.text}</span>
            ),
          )}
        </Box>
      )}
      <Box as="span" color={wrong ? 'float' : 'quiet'} fontWeight={wrong ? '600' : '400'}>
        {problem ?? [spellStrikeLine(said), notice].filter(Boolean).join(' · ')}
      </Box>
    </Box>
  )
}
