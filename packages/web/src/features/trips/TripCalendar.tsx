import { Box, Flex } from '@chakra-ui/react'
import { Link } from 'react-router'
import { Heading, Quiet } from '../../ui/controls.tsx'
import { calendarDay, monthName, weekdayName } from '../../ui/locale.ts'
import { text } from './text.ts'
import type { ListedTrip } from './tripList.ts'

const MONTHS = Array.from({ length: 12 }, (_, i) => i + 1)

/** A year of days, a year below the other: when the book was on the water, and what came of it. */
export function TripCalendar({ listed }: { listed: readonly ListedTrip[] }) {
  const byDate = new Map<string, ListedTrip[]>()
  for (const one of listed) byDate.set(one.date, [...(byDate.get(one.date) ?? []), one])
  const years = [...new Set(listed.map(({ date }) => date.slice(0, 4)))].sort().reverse()
  const most = Math.max(1, ...listed.map(({ sums }) => sums?.strikes ?? 0))
  return (
    <Box mt="10px">
      <Quiet>{text.calendar.note}</Quiet>
      {years.map((year) => (
        <Box as="section" key={year} aria-label={text.calendar.title(year)} mt="14px">
          <Heading>{year}</Heading>
          <Flex wrap="wrap" gap="14px 18px" mt="6px">
            {MONTHS.map((month) => (
              <Month key={month} year={Number(year)} month={month} byDate={byDate} most={most} />
            ))}
          </Flex>
        </Box>
      ))}
    </Box>
  )
}

interface MonthProps {
  readonly year: number
  readonly month: number
  readonly byDate: ReadonlyMap<string, readonly ListedTrip[]>
  readonly most: number
}

const CELL = 26

function Month({ year, month, byDate, most }: MonthProps) {
  const days = new Date(Date.UTC(year, month, 0)).getUTCDate()
  const first = new Date(Date.UTC(year, month - 1, 1)).getUTCDay()
  return (
    <Box w={`${CELL * 7}px`}>
      <Box fontSize="small" color="quiet">
        {monthName(month)}
      </Box>
      <Box display="grid" gridTemplateColumns={`repeat(7, ${CELL}px)`} borderTop="1px solid" borderColor="rule">
        {Array.from({ length: days }, (_, i) => {
          const date = `${year}-${String(month).padStart(2, '0')}-${String(i + 1).padStart(2, '0')}`
          const trips = byDate.get(date) ?? []
          return (
            <Box
              key={date}
              gridColumn={i === 0 ? first + 1 : 'auto'}
              h={`${CELL}px`}
              position="relative"
              title={`${weekdayName((first + i) % 7)} ${i + 1}`}
            >
              {trips.length === 0 ? (
                <Box color="rule" fontSize="11px" textAlign="center" lineHeight={`${CELL}px`} aria-hidden>
                  ·
                </Box>
              ) : (
                <Day day={i + 1} trips={trips} most={most} />
              )}
            </Box>
          )
        })}
      </Box>
    </Box>
  )
}

/** A day on the water: a bar as high as its strikes and as wide as its hours. */
function Day({ day, trips, most }: { day: number; trips: readonly ListedTrip[]; most: number }) {
  const [first] = trips
  if (!first) return null
  const hours = trips.reduce((sum, { sums }) => sum + (sums?.hours ?? 0), 0)
  const strikes = trips.reduce((sum, { sums }) => sum + (sums?.strikes ?? 0), 0)
  const label = text.calendar.trip(calendarDay(first.date), first.water, hours, strikes)
  return (
    <Link
      to={`/trips/${first.trip.id}`}
      aria-label={label}
      title={label}
      style={{ display: 'block', height: '100%', textDecoration: 'none' }}
    >
      <Box
        position="absolute"
        bottom="0"
        left="1px"
        w={`${Math.max(5, Math.min(CELL - 2, hours * 1.6))}px`}
        h={`${3 + (strikes / most) * (CELL - 8)}px`}
        bg="hours"
        opacity="0.55"
      />
      <Box position="relative" fontSize="11px" fontWeight="700" pl="3px" lineHeight="15px">
        {day}
      </Box>
    </Link>
  )
}
