import { Box } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { Contribution, Question, Trip } from '@jotbook/core'
import { allTrips } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { useNames } from '../../state/useBook.ts'
import { Gap, Heading, Panel, Table } from '../../ui/controls.tsx'
import { calendarDay, decimals, whole } from '../../ui/locale.ts'
import { dateOf } from '../../state/dateOf.ts'
import { useWindowedRows } from '../../ui/useWindowedRows.ts'
import { useIntoView } from '../../ui/useIntoView.ts'
import { text } from './text.ts'
import { useBehind } from './useBoard.ts'

const ROW_PX = 41

/** Each trip's hours and strikes behind a rate, and the way to each. */
export function Behind({
  question,
  group,
  title,
}: {
  question: Question
  group: readonly string[] | undefined
  title: string
}) {
  const { value: parts } = useBehind(question, group)
  const trips = useAppSelector(allTrips)
  const intoView = useIntoView()
  const { ref, shown, above, below } = useWindowedRows(parts?.length ?? 0, ROW_PX)
  if (!parts) return null
  const tripOf = new Map(trips.map((trip) => [trip.id, trip]))
  const words = text.behind
  return (
    <Panel as="section" ref={intoView} aria-label={words.label} mt="20px" id="from-what" className="no-print">
      <Heading>{words.title(title)}</Heading>
      <Box overflowX="auto">
        <Table>
          <thead>
            <tr>
              <th>{words.trip}</th>
              <th>{words.water}</th>
              <th className="number">{words.hours}</th>
              <th className="number">{words.strikes}</th>
              <th>{words.which}</th>
            </tr>
          </thead>
          <tbody ref={ref}>
            <Gap height={above} />
            {shown
              .flatMap((at) => parts[at] ?? [])
              .map((part) => (
                <OfTrip key={part.trip} part={part} record={tripOf.get(part.trip)} />
              ))}
            <Gap height={below} />
          </tbody>
        </Table>
      </Box>
    </Panel>
  )
}

interface OfTripProps {
  readonly part: Contribution
  readonly record: Trip | undefined
}

/** A trip's part, its strikes each with a way to it. */
function OfTrip({ part: { trip, hours, strikes, strikeIds }, record }: OfTripProps) {
  const waterName = useNames('waters')
  const date = record ? calendarDay(dateOf(record)) : trip
  return (
    <tr>
      <td>
        <Link to={`/trips/${trip}`}>{date}</Link>
      </td>
      <td>{record ? waterName(record.water) : ''}</td>
      <td className="number">{decimals(hours, 2)}</td>
      <td className="number">{whole(strikes)}</td>
      <td>
        {strikeIds.map((id, i) => (
          <Link
            key={id}
            to={`/trips/${trip}#strike-${id}`}
            style={{ marginRight: 8 }}
            aria-label={text.behind.strike(i + 1, date)}
          >
            {i + 1}
          </Link>
        ))}
      </td>
    </tr>
  )
}
