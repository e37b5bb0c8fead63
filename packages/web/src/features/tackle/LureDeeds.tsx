import { Box } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { Lure } from '@jotbook/core'
import { useNames, useUnits } from '../../state/useBook.ts'
import { Heading, Quiet, Table } from '../../ui/controls.tsx'
import { rate } from '../../ui/locale.ts'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { countsText, useBoard } from '../board/index.ts'
import { text } from './text.ts'

/** What a lure has done, water by water, with the way to the board. */
export function LureDeeds({ lure }: { lure: Lure }) {
  const waterName = useNames('waters')
  const units = useUnits()
  const { value: board, problem } = useBoard({
    by: ['water'],
    where: [{ kind: 'oneOf', column: 'lure', values: [lure.id] }],
  })
  if (!board) return <ProblemNote problem={problem} />
  return (
    <Box as="section" aria-label={text.lure.did} mt="26px">
      <Heading>{text.lure.did}</Heading>
      {board.rows.length === 0 ? (
        <Quiet>
          {board.withoutHours.length === 0
            ? text.lure.notThrown
            : board.withoutHours
                .map((counts) => `${waterName(counts.group[0] ?? '')}: ${countsText(counts, units)}`)
                .join('; ')}
        </Quiet>
      ) : (
        <Table>
          <tbody>
            {board.rows.map((row) => (
              <tr key={row.group[0]}>
                <td>{waterName(row.group[0] ?? '')}</td>
                <td>{text.done(row.strikes, row.hours)}</td>
                <td>
                  {text.perHour(row.rate)}, {rate(row.lower)} – {rate(row.upper)}
                </td>
                <td>
                  <Link to={`/findings?by=lure&where=${encodeURIComponent(`water=${row.group[0]}`)}&row=${lure.id}`}>
                    {text.lure.onBoard}
                  </Link>
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
    </Box>
  )
}
