import { Box, Flex } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import { useAppSelector } from '../../app/store.ts'
import { useNames } from '../../app/useBook.ts'
import { loadDraft } from '../../offline/index.ts'
import { LinkButton, Page, Quiet, Title } from '../../ui/controls.tsx'
import { analysis } from '../../workers/analysis.ts'

interface Sums {
  readonly hours: number
  readonly strikes: number
}

/** Hours and strikes of each trip, from the analysis worker. */
function useSums(): ReadonlyMap<string, Sums> {
  const { book, revision } = useAppSelector(({ records }) => records)
  const [sums, setSums] = useState<ReadonlyMap<string, Sums>>(new Map())
  useEffect(() => {
    if (book === null) return
    void analysis()
      .behind(book, { by: [], where: [] }, undefined)
      .then((parts) => setSums(new Map(parts.map((part) => [part.trip, part]))))
  }, [book, revision])
  return sums
}

export function TripsPage() {
  const { book, trips } = useAppSelector(({ records }) => records)
  const sums = useSums()
  const waterName = useNames('waters')
  const [half, setHalf] = useState(false)
  useEffect(() => {
    if (book !== null) void loadDraft(`dock:${book}:new`).then((draft) => setHalf(draft !== undefined))
  }, [book])
  if (book === null) return <Page />
  return (
    <Page>
      <Flex justify="space-between" align="center" wrap="wrap" gap="12px">
        <Title>Trips</Title>
        <LinkButton look="main" to="/trips/new" fontSize="large" minH="48px">
          {half ? 'Go on logging' : 'Log a trip'}
        </LinkButton>
      </Flex>
      {trips.length === 0 ? (
        <Box mt="28px" maxW="520px">
          <p>
            Nothing here yet. A trip is its hours first: where, from when to when, and which lure was in hand. The strikes then have something to be divided by.
          </p>
        </Box>
      ) : (
        <Box mt="16px" overflowX="auto">
          <table className="tabular">
            <thead>
              <tr>
                <th>Day</th>
                <th>Water</th>
                <th className="wide-only">Purpose</th>
                <th className="wide-only">Aboard</th>
                <th className="number">Hours</th>
                <th className="number">Strikes</th>
                <th className="number">An hour</th>
              </tr>
            </thead>
            <tbody>
              {trips.map((trip) => {
                const sum = sums.get(trip.id)
                return (
                  <tr key={trip.id}>
                    <td>
                      <Link to={`/trips/${trip.id}`}>
                        {new Date(trip.start).toLocaleDateString(undefined, {
                          day: 'numeric',
                          month: 'short',
                          year: 'numeric',
                          timeZone: trip.timeZone ?? 'UTC',
                        })}
                      </Link>
                    </td>
                    <td>{waterName(trip.water)}</td>
                    <td className="wide-only">{trip.purpose ?? ''}</td>
                    <td className="wide-only">{trip.anglers?.join(', ') ?? ''}</td>
                    <td className="number">{sum ? sum.hours.toFixed(1) : <Quiet>none</Quiet>}</td>
                    <td className="number">{sum?.strikes ?? ''}</td>
                    <td className="number">{sum && sum.hours > 0 ? (sum.strikes / sum.hours).toFixed(2) : ''}</td>
                  </tr>
                )
              })}
            </tbody>
          </table>
        </Box>
      )}
    </Page>
  )
}
