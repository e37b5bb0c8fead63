import { Box, Flex } from '@chakra-ui/react'
import { useEffect, useMemo, useState } from 'react'
import { PURPOSES } from '@jotbook/core'
import { useAppSelector } from '../../state/store.ts'
import { useNames } from '../../state/useBook.ts'
import { useLink, withSaid } from '../../state/useLink.ts'
import { loadDraft } from '../../offline/index.ts'
import { Button, Chip, Field, Label, LinkButton, Page, Quiet, Select, Title } from '../../ui/controls.tsx'
import { PageFrame, Unknown } from '../../ui/Unknown.tsx'
import { text } from './text.ts'
import { TripCalendar } from './TripCalendar.tsx'
import { dateOf } from '../../state/dateOf.ts'
import { filterOf, isListed } from './tripList.ts'
import type { TripFilter } from './tripList.ts'
import { TripRows } from './TripRows.tsx'
import { useTripSums } from './useTripSums.ts'

/** Every trip of the book: filtered, searched, sorted, or laid on the days of the year. */
export function TripsPage() {
  const { book, trips, waters } = useAppSelector(({ records }) => records)
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
          <Quiet data-testid="trip-sums">
            {sums ? (
              text.sums(
                listed.length,
                listed.reduce((sum, one) => sum + (one.sums?.hours ?? 0), 0),
                listed.reduce((sum, one) => sum + (one.sums?.strikes ?? 0), 0),
              )
            ) : (
              <Unknown width="14em" />
            )}
          </Quiet>
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

/** Whether a trip was begun to be typed and not kept yet. */
function useHalfTyped(book: string | null): boolean {
  const [half, setHalf] = useState(false)
  useEffect(() => {
    if (book !== null) void loadDraft(`dock:${book}:new`).then((draft) => setHalf(draft !== undefined))
  }, [book])
  return half
}

interface FiltersProps {
  readonly filter: TripFilter
  readonly set: (name: string, value: string) => void
  readonly years: readonly string[]
  readonly waters: readonly { readonly id: string; readonly name: string }[]
  readonly calendar: boolean
  readonly onClear: () => void
}

function Filters({ filter, set, years, waters, calendar, onClear }: FiltersProps) {
  const words = text.filters
  const filtered =
    filter.search !== '' || filter.water !== '' || filter.year !== '' || filter.purpose !== '' || filter.ends
  const choice = (
    name: 'water' | 'year' | 'purpose',
    label: string,
    any: string,
    options: readonly (readonly [string, string])[],
    width: string,
  ) => (
    <Box w={{ base: 'calc(50% - 6px)', sm: width }}>
      <Label htmlFor={`trips-${name}`}>{label}</Label>
      <Select id={`trips-${name}`} value={filter[name]} onChange={(event) => set(name, event.target.value)}>
        <option value="">{any}</option>
        {options.map(([value, shown]) => (
          <option key={value} value={value}>
            {shown}
          </option>
        ))}
      </Select>
    </Box>
  )
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
      {choice(
        'water',
        words.water,
        words.anyWater,
        waters.map(({ id, name }) => [id, name] as const),
        '200px',
      )}
      {choice(
        'year',
        words.year,
        words.anyYear,
        years.map((year) => [year, year] as const),
        '120px',
      )}
      {choice(
        'purpose',
        words.purpose,
        words.anyPurpose,
        PURPOSES.map((purpose) => [purpose, purpose] as const),
        '150px',
      )}
      <Chip type="button" minH="40px" aria-pressed={filter.ends} onClick={() => set('ends', filter.ends ? '' : '1')}>
        {words.ends}
      </Chip>
      <Flex role="group" gap="0">
        <Chip type="button" minH="40px" aria-pressed={!calendar} onClick={() => set('as', '')}>
          {words.list}
        </Chip>
        <Chip type="button" minH="40px" aria-pressed={calendar} onClick={() => set('as', 'calendar')}>
          {words.calendar}
        </Chip>
      </Flex>
      {filtered && (
        <Button look="bare" onClick={onClear}>
          {words.clear}
        </Button>
      )}
    </Flex>
  )
}
