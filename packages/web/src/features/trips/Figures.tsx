import { Box, Flex } from '@chakra-ui/react'
import { MINUTE_MS, accountFor, daySummary, epochMs } from '@jotbook/core'
import type { Strike, UnitPreferences } from '@jotbook/core'
import { useUnits } from '../../app/useBook.ts'
import { Quiet } from '../../ui/controls.tsx'
import { clock, quantity, whole } from '../../ui/locale.ts'
import { zoneOf } from './stripPaths.ts'
import type { TripOnScreen } from './stripPaths.ts'
import { text } from './text.ts'

/** The day in one look: strikes, hours, landed, the largest fish and the best spell. */
export function Figures({ screen }: { screen: TripOnScreen }) {
  const { strikes } = screen
  const units = useUnits()
  const counted = strikes.filter(({ outcome }) => outcome !== 'raised')
  const { largest, raised } = daySummary(screen)
  const spell = bestSpell(screen)
  const figures: [string, string][] = [
    [whole(counted.length), text.trip.strikes],
    hoursOf(screen),
    [whole(counted.filter(({ outcome }) => outcome === 'landed').length), text.trip.landed],
    ...(raised > 0 ? ([[whole(raised), text.trip.raised]] as [string, string][]) : []),
    ...(largest ? ([[fishSize(largest, units), text.trip.best]] as [string, string][]) : []),
    ...(spell ? ([[spell, text.trip.bestSpell]] as [string, string][]) : []),
  ]
  return (
    <Flex gap={{ base: '14px', md: '28px' }} wrap="wrap">
      {figures.map(([value, name]) => (
        <Box key={name} textAlign="right">
          <Box fontFamily="heading" fontVariantNumeric="lining-nums proportional-nums" fontSize="title" fontWeight="600" lineHeight="1.1">
            {value}
          </Box>
          <Quiet>{name}</Quiet>
        </Box>
      ))}
    </Flex>
  )
}

/** A fish by its weight, else by its length. */
export function fishSize({ weightG, weightGTyped, lengthMm, lengthMmTyped }: Strike, units: UnitPreferences): string {
  if (typeof weightG === 'number') return quantity(weightG, weightGTyped, 'g', units.weight)
  return typeof lengthMm === 'number' ? quantity(lengthMm, lengthMmTyped, 'mm', units.length) : ''
}

/** Hours of stints, or of the trip where its stints are not known. */
function hoursOf({ trip, stints }: TripOnScreen): [string, string] {
  if ((trip.effortKnown ?? 'full') !== 'full' && trip.end) {
    return [text.trip.hours((epochMs(trip.end) - epochMs(trip.start)) / MINUTE_MS), text.trip.onTheWater]
  }
  const { accountedMin } = accountFor(
    trip.start,
    trip.end ?? null,
    stints.map((stint) => ({ id: stint.id, angler: stint.angler ?? null, start: stint.start, end: stint.end ?? null })),
  )
  const anglers = new Set(stints.map(({ angler }) => angler ?? '')).size
  return [text.trip.hours(accountedMin), anglers > 1 ? text.trip.fishedTogether : text.trip.fished]
}

const SPELL_MS = 90 * MINUTE_MS
const FEWEST = 3

/** The hour and a half with the most strikes, from its first to its last. */
export function bestSpell(screen: TripOnScreen): string | undefined {
  const times = screen.strikes
    .filter(({ outcome, timeUnknown }) => outcome !== 'raised' && !timeUnknown)
    .map(({ time }) => epochMs(time))
    .sort((a, b) => a - b)
  const spells = times.map((from) => times.filter((ms) => ms >= from && ms <= from + SPELL_MS))
  const best = spells.reduce<number[]>((most, spell) => (spell.length > most.length ? spell : most), [])
  const [first, last] = [best[0], best.at(-1)]
  if (best.length < FEWEST || first === undefined || last === undefined) return undefined
  return text.table.span(clock(first, zoneOf(screen)), clock(last, zoneOf(screen)))
}
