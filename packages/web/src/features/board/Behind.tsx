import { Box } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { Question } from '@jotbook/core'
import { useAppSelector } from '../../app/store.ts'
import { useNames } from '../../app/useBook.ts'
import { Heading } from '../../ui/controls.tsx'
import { useBehind } from './useBoard.ts'

/** From what? Each trip's hours and strikes behind a rate, and the way to each. */
export function Behind({ question, group, title }: { question: Question; group: readonly string[] | undefined; title: string }) {
  const { value: parts } = useBehind(question, group)
  const trips = useAppSelector(({ records }) => records.trips)
  const waterName = useNames('waters')
  if (!parts) return null
  const tripOf = new Map(trips.map((trip) => [trip.id, trip]))
  return (
    <Box as="section" aria-label="From what?" bg="sheet" borderTop="1.5px solid" borderColor="ink" mt="20px" p="16px" id="from-what">
      <Heading>From what? {title}</Heading>
      <table className="tabular">
        <thead>
          <tr>
            <th>Trip</th>
            <th>Water</th>
            <th className="number">Hours</th>
            <th className="number">Strikes</th>
            <th>Which</th>
          </tr>
        </thead>
        <tbody>
          {parts.map(({ trip, hours, strikes, strikeIds }) => {
            const record = tripOf.get(trip)
            const date = record ? new Date(record.start).toLocaleDateString(undefined, { dateStyle: 'medium', timeZone: record.timeZone ?? 'UTC' }) : trip
            return (
              <tr key={trip}>
                <td>
                  <Link to={`/trips/${trip}`}>{date}</Link>
                </td>
                <td>{record ? waterName(record.water) : ''}</td>
                <td className="number">{hours.toFixed(2)}</td>
                <td className="number">{strikes}</td>
                <td>
                  {strikeIds.map((id, i) => (
                    <Link key={id} to={`/trips/${trip}#strike-${id}`} style={{ marginRight: 8 }} aria-label={`strike ${i + 1} of ${date}`}>
                      {i + 1}
                    </Link>
                  ))}
                </td>
              </tr>
            )
          })}
        </tbody>
      </table>
    </Box>
  )
}
