import { Box } from '@chakra-ui/react'
import { useCallback, useContext } from 'react'
import { useWatch } from 'react-hook-form'
import { spellStrikeLine } from '@jotbook/core'
import { Area, Label } from '../../ui/controls.tsx'
import { DockContext } from './dockContext.ts'
import { useMeaningOf } from './meaning.ts'
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
}

/** Strikes as they stand in a notebook, one a line, with what is understood of each below and what is not underlined. */
export function Lines({ owner, path, label, rows = 1 }: LinesProps) {
  const { form } = useContext(DockContext)
  const cell = cellName('stint', owner, 'lines')
  const typed = useWatch({ control: form.control, name: path as 'lines' })
  const lines = useMeaningOf(useCallback(({ read }: Meant) => read.lines[owner] ?? NONE, [owner]))
  return (
    <Box>
      <Label htmlFor={cell} className={rows === 1 ? 'visually-hidden' : undefined}>
        {label}
      </Label>
      <Area
        id={cell}
        data-cell={cell}
        placeholder={text.stints.linesHint}
        rows={Math.max(rows, typed.split('\n').length)}
        minH="40px"
        aria-describedby={`${cell}-read`}
        spellCheck={false}
        {...form.register(path as 'lines')}
      />
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
              <u key={i} style={{ textDecoration: 'underline wavy var(--chakra-colors-float)', textUnderlineOffset: 3 }}>
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
