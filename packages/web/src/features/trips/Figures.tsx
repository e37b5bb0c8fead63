import { Box, Flex } from '@chakra-ui/react'
import { effortKnownOf, MINUTE_MS, accountFor, epochMs } from '@jotbook/core'
import { daySummary, hasOwnBags, liveBag } from '@jotbook/core/deck'
import type { Strike, UnitPreferences } from '@jotbook/core'
import { useUnits } from '../../state/useBook.ts'
import { Quiet } from '../../ui/controls.tsx'
import { clock, quantity, whole } from '../../ui/locale.ts'
import { zoneOf } from './stripPaths.ts'
import type { TripOnScreen } from './stripPaths.ts'
import { text } from './text.ts'

/** What a day comes to, each figure with its name: strikes, hours, landed, raised, the largest fish and the best spell. */
export function figuresOf(screen: TripOnScreen, units: UnitPreferences): [string, string][] {
  const { strikes, raised, landed, largest, best } = daySummary(screen)
  const zone = zoneOf(screen)
  return [
    [whole(strikes), text.trip.strikes],
    hoursOf(screen),
    ...bagOf(screen, units),
    [whole(landed), text.trip.landed],
    ...(raised > 0 ? ([[whole(raised), text.trip.raised]] as [string, string][]) : []),
    ...(largest ? ([[fishSize(largest, units), text.trip.best]] as [string, string][]) : []),
    ...(best
      ? ([[text.table.span(clock(best.fromMs, zone), clock(best.toMs, zone)), text.trip.bestSpell]] as [
          string,
          string,
        ][])
      : []),
  ]
}

/** The day in one look. */
export function Figures({ screen }: { screen: TripOnScreen }) {
  const figures = figuresOf(screen, useUnits())
  return (
    <Flex gap={{ base: '14px', md: '28px' }} wrap="wrap">
      {figures.map(([value, name]) => (
        <Box key={name} textAlign="right">
          <Box textStyle="display" fontSize="title" fontWeight="600" lineHeight="1.1">
            {value}
          </Box>
          <Quiet>{name}</Quiet>
        </Box>
      ))}
    </Flex>
  )
}

/** Of a tournament what came to the scale, as its heaviest fish up to the limit; *at least* where one of them has no weight. */
function bagOf({ trip, strikes }: TripOnScreen, units: UnitPreferences): [string, string][] {
  if (trip.purpose !== 'tournament') return []
  return (hasOwnBags(trip) ? (trip.anglers ?? []) : [null]).flatMap((angler): [string, string][] => {
    const { fish, limit, totalG, unweighed } = liveBag(strikes, trip, angler)
    if (fish.length === 0) return []
    const total = quantity(totalG, null, 'g', units.weight)
    const bag = text.trip.bag(Math.min(fish.length, limit), limit)
    return [[unweighed > 0 ? text.trip.atLeast(total) : total, angler === null ? bag : `${angler}, ${bag}`]]
  })
}

/** A fish by its weight, else by its length. */
function fishSize({ weightG, weightGTyped, lengthMm, lengthMmTyped }: Strike, units: UnitPreferences): string {
  if (typeof weightG === 'number') return quantity(weightG, weightGTyped, 'g', units.weight)
  return typeof lengthMm === 'number' ? quantity(lengthMm, lengthMmTyped, 'mm', units.length) : ''
}

/** Hours of stints, or of the trip where its stints are not known. */
function hoursOf({ trip, stints }: TripOnScreen): [string, string] {
  if (effortKnownOf(trip) !== 'full' && trip.end) {
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
