import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { Link } from 'react-router'
import { effortKnownOf, isoUtc, readWhere } from '@jotbook/core'
import { breakOff } from '@jotbook/core/deck'
import type { Clause, Trip } from '@jotbook/core'
import { allLures, allTrips } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { useAnalysis } from '../../state/useAnalysis.ts'
import { useHalfTyped } from '../../state/useHalfTyped.ts'
import { useSave } from '../../state/useSave.ts'
import { useBookId, useMay, useNames } from '../../state/useBook.ts'
import { LureDrawing } from '../../charts/lures/LureDrawing.tsx'
import { recordsOfTrip } from '../../offline/index.ts'
import { PageFrame, Unknown } from '../../ui/Unknown.tsx'
import type { TripSums } from '../../workers/analysis.worker.ts'
import { Button, Heading, LinkButton, Page, Quiet, Panel, Table, Title } from '../../ui/controls.tsx'
import { calendarDay } from '../../ui/locale.ts'
import { isUnderWay } from '../../state/isUnderWay.ts'
import { Cautions } from '../conditions/index.ts'
import { dateOf } from '../../state/dateOf.ts'
import { usePatternRecords } from '../../state/usePatternRecords.ts'
import { useNaming } from '../board/index.ts'
import { useTripSums } from '../trips/index.ts'
import { Ahead } from './Ahead.tsx'
import { text } from './text.ts'

const LAST_TRIPS = 5
const SHOWN_ENDS = 6
const SHOWN_CHANGES = 5

/** What is next: what stands open, what is loose, the last trips, and what they changed. */
export function TodayPage() {
  const { book } = useAppSelector(({ records }) => records)
  const trips = useAppSelector(allTrips)
  const { may } = useMay()
  if (book === null) return <PageFrame title={text.title} />
  return (
    <Page>
      <Flex justify="space-between" align="center" wrap="wrap" gap="12px">
        <Title>{text.title}</Title>
        <Flex gap="12px" wrap="wrap" display={may('trip', 'create') ? 'flex' : 'none'}>
          <LinkButton look="main" to="/deck" fontSize="large" minH="48px">
            {text.toDeck}
          </LinkButton>
          <LinkButton to="/trips/new" fontSize="large" minH="48px">
            {text.logTrip}
          </LinkButton>
        </Flex>
      </Flex>
      <CautionsOfToday />
      <OpenTrips trips={trips} />
      {trips.length > 0 && <Ahead trips={trips} />}
      {trips.length === 0 ? (
        <EmptyBook />
      ) : (
        <Box display="grid" gridTemplateColumns={{ base: 'minmax(0, 1fr)', lg: '1fr 1fr' }} gap="10px 48px" mt="10px">
          <div>
            <LastTrips trips={trips} />
            <Ends trips={trips} />
          </div>
          <div>
            <WhatChanged last={trips[0]} />
            <NewPatterns last={trips[0]} />
          </div>
        </Box>
      )}
      <Box mt="30px" borderTop="1px solid" borderColor="rule" pt="8px" maxW="820px">
        <Quiet>{text.caution}</Quiet>
      </Box>
    </Page>
  )
}

/** What the last day's readings call for caution with. */
function CautionsOfToday() {
  const [openedMs] = useState(() => Date.now())
  const { value: cautions = [] } = useAnalysis('cautions', [openedMs])
  if (cautions.length === 0) return null
  return (
    <Box
      bg="sheet"
      borderLeft="6px solid"
      borderColor="float"
      mt="14px"
      p="12px 18px"
      css={{
        '& ul': { paddingLeft: '20px', listStyle: 'disc', margin: '4px 0' },
        '& p': { color: 'quiet', fontSize: 'small' },
      }}
    >
      <Cautions cautions={cautions} />
    </Box>
  )
}

function EmptyBook() {
  return (
    <Box mt="24px" maxW="620px">
      <Heading>{text.empty.title}</Heading>
      {text.empty.lines.map((line) => (
        <p key={line} style={{ marginTop: 8 }}>
          {line}
        </p>
      ))}
      <p style={{ marginTop: 8 }}>
        {text.empty.old} <Link to="/book">{text.empty.bring}</Link>
      </p>
    </Box>
  )
}

/** A trip half typed, or on the water without an end: the first thing to return to. */
function OpenTrips({ trips }: { trips: readonly Trip[] }) {
  const book = useAppSelector(({ records }) => records.book)
  const waterName = useNames('waters')
  const { may } = useMay()
  const half = useHalfTyped(book)
  const open = trips.filter(({ end, effortKnown }) => !end && effortKnown !== 'none')
  if (!half && open.length === 0) return null
  return (
    <Panel edge="float" as="section" aria-label={text.open.title} mt="14px">
      {half && (
        <Flex align="center" justify="space-between" wrap="wrap" gap="8px">
          {text.open.draft}
          <LinkButton to="/trips/new">{text.open.goOn}</LinkButton>
        </Flex>
      )}
      {open.map((trip) => (
        <Flex key={trip.id} align="center" justify="space-between" wrap="wrap" gap="8px" mt="4px">
          {(isUnderWay(trip) ? text.open.running : text.open.trip)(waterName(trip.water), calendarDay(dateOf(trip)))}
          {isUnderWay(trip) && (
            <LinkButton look="main" to="/deck">
              {text.open.toDeck}
            </LinkButton>
          )}
          {isUnderWay(trip) && may('trip', 'change') && <EndNow trip={trip} />}
          <LinkButton to={`/trips/${trip.id}/edit`}>{text.open.close}</LinkButton>
        </Flex>
      ))}
    </Panel>
  )
}

/** Ends a running trip, and what is in hand, at this moment. */
function EndNow({ trip }: { trip: Trip }) {
  const save = useSave()
  const book = useBookId()
  const end = async (): Promise<void> => {
    const atMs = Math.max(Date.now(), Date.parse(trip.start))
    const records = await recordsOfTrip(book, trip.id)
    await save(text.open.ended, [
      ...breakOff({ ...records, trip }, atMs),
      { kind: 'trip', id: trip.id, fields: { end: isoUtc(atMs) } },
    ])
  }
  return <Button onClick={() => void end()}>{text.open.endNow}</Button>
}

/** What is known of a trip: its strikes over its hours, or that it runs, or that its hours were not logged. */
function tripLine(trip: Trip, { strikes, hours }: TripSums): string {
  if (!trip.end && effortKnownOf(trip) !== 'none') return text.last.noEnd(strikes)
  return hours > 0 ? text.last.line(strikes, hours) : text.last.noHours(strikes)
}

function LastTrips({ trips }: { trips: readonly Trip[] }) {
  const sums = useTripSums()
  const waterName = useNames('waters')
  return (
    <Box as="section" aria-label={text.last.title} mt="12px">
      <Heading>{text.last.title}</Heading>
      <Table>
        <tbody>
          {trips.slice(0, LAST_TRIPS).map((trip) => {
            const sum = sums?.get(trip.id)
            return (
              <tr key={trip.id}>
                <td style={{ whiteSpace: 'nowrap' }}>
                  <Link to={`/trips/${trip.id}`}>{calendarDay(dateOf(trip))}</Link>
                </td>
                <td>{waterName(trip.water)}</td>
                <td className="number">{sum ? tripLine(trip, sum) : <Unknown width="8em" />}</td>
              </tr>
            )
          })}
        </tbody>
      </Table>
      <Link to="/trips">{text.last.all}</Link>
    </Box>
  )
}

function WhatChanged({ last }: { last: Trip | undefined }) {
  const { value: changes } = useAnalysis('lastChange', [], { keptAs: 'lastChange' })
  const waterName = useNames('waters')
  const lures = useAppSelector(allLures)
  if (!last) return null
  return (
    <Box as="section" aria-label={text.changed.title} mt="12px">
      <Heading>{text.changed.title}</Heading>
      <Quiet>{text.changed.note(waterName(last.water), calendarDay(dateOf(last)))}</Quiet>
      {!changes &&
        [60, 45, 50].map((width) => (
          <Box key={width} py="6px">
            <Unknown width={`${width}%`} />
          </Box>
        ))}
      {changes?.length === 0 && <p>{text.changed.none}</p>}
      {changes?.slice(0, SHOWN_CHANGES).map(({ lure: id, before, after, strikes, hours }) => {
        const lure = lures.find((one) => one.id === id)
        return lure ? (
          <Flex
            key={id}
            align="center"
            gap={{ base: '8px', md: '14px' }}
            borderBottom="1px solid"
            borderColor="rule"
            py="6px"
          >
            <LureDrawing lure={lure} width={72} decorative />
            <Box flex="1">
              <Link to={`/findings?by=lure&row=${id}`}>{lure.name}</Link>
              <br />
              <Quiet>{text.changed.rests(strikes, hours)}</Quiet>
            </Box>
            <Box textStyle="display" fontSize={{ base: 'text', md: 'large' }} fontWeight="600" textAlign="right">
              {before === null ? text.changed.first(after) : text.changed.from(before, after)}
            </Box>
          </Flex>
        ) : null
      })}
    </Box>
  )
}

/** What stood out for the first time with the last trip on its water, in its pattern book. */
function NewPatterns({ last }: { last: Trip | undefined }) {
  const records = usePatternRecords(last?.water)
  const waterName = useNames('waters')
  const naming = useNaming()
  const fresh = (records ?? []).filter(({ foundOn, mark }) => last && foundOn >= dateOf(last) && mark !== 'struck out')
  if (!last || fresh.length === 0) return null
  const where = encodeURIComponent(`water=${last.water}`)
  return (
    <Box as="section" aria-label={text.patterns.title} mt="18px">
      <Heading>{text.patterns.title}</Heading>
      {fresh.map((record) => (
        <Box key={record.id} py="4px">
          {text.patterns.first(naming.filters({ where: patternConditions(record.where) }))}
        </Box>
      ))}
      <Link to={`/findings/patterns?where=${where}`}>{text.patterns.open(waterName(last.water))}</Link>
    </Box>
  )
}

/** What another device wrote is read with care. */
const patternConditions = (where: string): Clause[] =>
  readWhere(where).clauses.filter(({ column }) => column !== 'water')

function Ends({ trips }: { trips: readonly Trip[] }) {
  const sums = useTripSums()
  const waterName = useNames('waters')
  const loose = trips.flatMap((trip) => {
    const count = sums?.get(trip.id)?.looseEnds ?? 0
    return count > 0 ? [{ trip, count }] : []
  })
  const total = loose.reduce((sum, { count }) => sum + count, 0)
  return (
    <Box as="section" aria-label={text.ends.label} mt="12px">
      <Heading>{total === 0 ? text.ends.label : text.ends.title(total)}</Heading>
      {!sums && <Unknown width="16em" />}
      {sums && total === 0 && <Quiet>{text.ends.none}</Quiet>}
      {loose.slice(0, SHOWN_ENDS).map(({ trip, count }) => (
        <Box key={trip.id} py="5px" borderBottom="1px solid" borderColor="rule">
          <Link to={`/trips/${trip.id}`}>
            {text.ends.trip(calendarDay(dateOf(trip)), waterName(trip.water), count)}
          </Link>
        </Box>
      ))}
      {loose.length > SHOWN_ENDS && <Link to="/trips?ends=1">{text.ends.more(loose.length - SHOWN_ENDS)}</Link>}
    </Box>
  )
}
