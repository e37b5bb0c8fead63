import { Box, Flex } from '@chakra-ui/react'
import { useMemo } from 'react'
import { PURPOSES } from '@jotbook/core'
import { allTrips, allWaters } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { useNames } from '../../state/useBook.ts'
import { useHalfTyped } from '../../state/useHalfTyped.ts'
import { useLink, withSaid } from '../../state/useLink.ts'
import { Button, Chip, Field, Label, LinkButton, Page, Quiet, Title } from '../../ui/controls.tsx'
import { Choice } from '../../ui/Choice.tsx'
import { PageFrame, Unknown } from '../../ui/Unknown.tsx'
import { text } from './text.ts'
import { TripCalendar } from './TripCalendar.tsx'
import { dateOf } from '../../state/dateOf.ts'
import { filterOf, isListed } from './tripList.ts'
import type { ListedTrip, TripFilter } from './tripList.ts'
import { TripRows } from './TripRows.tsx'
import { useTripSums } from './useTripSums.ts'
import type { TripSums } from '../../workers/analysis.worker.ts'

/** Every trip of the book: filtered, searched, sorted, or laid on the days of the year. */
export function TripsPage() {
  const { book } = useAppSelector(({ records }) => records)
  const trips = useAppSelector(allTrips)
  const waters = useAppSelector(allWaters)
  const [params, say] = useLink()
  const sums = useTripSums()
  const waterName = useNames('waters')
  const lureName = useNames('lures')
  const half = useHalfTyped(book)
  const filter = filterOf(params)
  const listed = useMemo(() => {
    const all = trips.map((trip) => ({
      trip,
      date: dateOf(trip),
      water: waterName(trip.water),
      sums: sums?.get(trip.id),
    }))
    return all.filter((one) => isListed(one, filter, lureName))
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the filter is read anew from the address
  }, [trips, sums, waterName, lureName, params])
  if (book === null) return <PageFrame title={text.title} />
  const years = [...new Set(trips.map((trip) => dateOf(trip).slice(0, 4)))]
  const calendar = params.get('as') === 'calendar'
  const set = (name: string, value: string): void => say((link) => withSaid(link, name, value))
  return (
    <Page>
      <Flex justify="space-between" align="center" wrap="wrap" gap="12px">
        <Title>{text.title}</Title>
        <LinkButton look="main" to="/trips/new" fontSize="large" minH="48px">
          {half ? text.goOn : text.logTrip}
        </LinkButton>
      </Flex>
      {trips.length === 0 ? (
        <Box mt="28px" maxW="520px">
          <p>{text.empty}</p>
        </Box>
      ) : (
        <>
          <Filters
            filter={filter}
            set={set}
            years={years}
            waters={waters}
            calendar={calendar}
            onClear={() => say(() => new URLSearchParams(calendar ? { as: 'calendar' } : {}), false)}
          />
          <Sums listed={listed} isKnown={sums !== undefined} />
          {listed.length === 0 ? (
            <Box mt="16px">{text.noneFound}</Box>
          ) : calendar ? (
            <TripCalendar listed={listed} />
          ) : (
            <TripRows listed={listed} />
          )}
        </>
      )}
    </Page>
  )
}

/** Trips, hours and strikes of what is listed. */
function Sums({ listed, isKnown }: { listed: readonly ListedTrip[]; isKnown: boolean }) {
  const sum = (of: (sums: TripSums) => number): number =>
    listed.reduce((all, { sums }) => all + (sums ? of(sums) : 0), 0)
  return (
    <Quiet data-testid="trip-sums">
      {isKnown ? (
        text.sums(
          listed.length,
          sum(({ hours }) => hours),
          sum(({ strikes }) => strikes),
        )
      ) : (
        <Unknown width="14em" />
      )}
    </Quiet>
  )
}

interface FiltersProps {
  readonly filter: TripFilter
  readonly set: (name: string, value: string) => void
  readonly years: readonly string[]
  readonly waters: readonly { readonly id: string; readonly name: string }[]
  readonly calendar: boolean
  readonly onClear: () => void
}

const isFiltered = ({ search, water, year, purpose, ends }: TripFilter): boolean =>
  ends || [search, water, year, purpose].some((one) => one !== '')

function Filters({ filter, set, years, waters, calendar, onClear }: FiltersProps) {
  const words = text.filters
  const shared = (name: 'water' | 'year' | 'purpose', width: string) => ({
    id: `trips-${name}`,
    value: filter[name],
    width: { base: 'calc(50% - 6px)', sm: width },
    onChoose: (value: string) => set(name, value),
  })
  return (
    <Flex
      as="section"
      aria-label={words.label}
      className="no-print"
      gap="10px 12px"
      mt="14px"
      mb="6px"
      wrap="wrap"
      align="end"
    >
      <Box w={{ base: '100%', sm: '260px' }}>
        <Label htmlFor="trips-find">{words.search}</Label>
        <Field
          id="trips-find"
          type="search"
          placeholder={words.searchHint}
          value={filter.search}
          onChange={(event) => set('find', event.target.value)}
        />
      </Box>
      <Choice
        {...shared('water', '200px')}
        label={words.water}
        none={words.anyWater}
        options={waters.map(({ id, name }) => [id, name])}
      />
      <Choice
        {...shared('year', '120px')}
        label={words.year}
        none={words.anyYear}
        options={years.map((year) => [year, year])}
      />
      <Choice
        {...shared('purpose', '150px')}
        label={words.purpose}
        none={words.anyPurpose}
        options={PURPOSES.map((purpose) => [purpose, purpose])}
      />
      <Chip type="button" minH="40px" aria-pressed={filter.ends} onClick={() => set('ends', filter.ends ? '' : '1')}>
        {words.ends}
      </Chip>
      <ListOrCalendar calendar={calendar} onAs={(as) => set('as', as)} />
      {isFiltered(filter) && (
        <Button look="bare" onClick={onClear}>
          {words.clear}
        </Button>
      )}
    </Flex>
  )
}

function ListOrCalendar({ calendar, onAs }: { calendar: boolean; onAs: (as: '' | 'calendar') => void }) {
  const words = text.filters
  return (
    <Flex role="group" gap="0">
      <Chip type="button" minH="40px" aria-pressed={!calendar} onClick={() => onAs('')}>
        {words.list}
      </Chip>
      <Chip type="button" minH="40px" aria-pressed={calendar} onClick={() => onAs('calendar')}>
        {words.calendar}
      </Chip>
    </Flex>
  )
}
