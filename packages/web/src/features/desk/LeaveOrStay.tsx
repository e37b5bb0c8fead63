import { Box } from '@chakra-ui/react'
import { LEAST, benjaminiHochberg, strengthOf } from '@jotbook/core'
import type { AfterLeaving } from '@jotbook/core'
import { EvidenceLine } from '../../charts/EvidenceLine.tsx'
import { Heading, Quiet, Table } from '../../ui/controls.tsx'
import { evidenceOf } from './evidence.ts'
import type { Judgement } from './evidence.ts'
import { text } from './text.ts'

/** After so long without a strike at a place: the hour of those who left beside the hour of those who stayed. */
export function LeaveOrStay({ rows }: { rows: readonly AfterLeaving[] }) {
  const words = text.changes.leaving
  const judgements = judgedRows(rows)
  const clear = rows.find((_, i) => evidenceOf(judgements[i] ?? 'too early') !== 'none')
  const [left, stayed] = clear ? [perHour(clear.left), perHour(clear.stayed)] : [null, null]
  return (
    <Box as="section" aria-label={words.title} mt="28px">
      <Heading>{words.title}</Heading>
      {clear && left !== null && stayed !== null && (
        <Box fontWeight="600">{words.says(clear.blankMinutes, left, stayed)}</Box>
      )}
      <Quiet>{rows.length === 0 ? words.none : words.note}</Quiet>
      {rows.length > 0 && (
        <Table>
          <thead>
            <tr>
              <th aria-label={words.title} />
              <th>{words.left}</th>
              <th>{words.stayed}</th>
              <th aria-label={text.answer} />
            </tr>
          </thead>
          <tbody>
            {rows.map((row, i) => {
              const judgement = judgements[i] ?? 'too early'
              return (
                <tr key={row.blankMinutes}>
                  <td>{words.blank(row.blankMinutes)}</td>
                  <td>{words.count(row.leaves, perHour(row.left))}</td>
                  <td>{words.count(row.stays, perHour(row.stayed))}</td>
                  <td>
                    <Box display="flex" gap="8px" alignItems="center">
                      <EvidenceLine of={evidenceOf(judgement)} /> {text.judgements[judgement]}
                    </Box>
                  </td>
                </tr>
              )
            })}
          </tbody>
        </Table>
      )}
    </Box>
  )
}

const perHour = ({ events, exposureHours }: AfterLeaving['left']): number | null =>
  exposureHours > 0 ? events / exposureHours : null

/** With all lengths to pick from. */
function judgedRows(rows: readonly AfterLeaving[]): Judgement[] {
  const enough = rows.map(({ left, stayed }) => Math.min(left.exposureHours, stayed.exposureHours) >= LEAST.hours)
  const adjusted = benjaminiHochberg(rows.filter((_, i) => enough[i]).map(({ ratio }) => ratio.pValue))
  let next = 0
  return enough.map((one) => (one ? strengthOf(adjusted[next++] ?? 1) : 'too early'))
}
