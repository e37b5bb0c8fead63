import { epochMs, isoUtc, localDate, localParts, resolveWallTime } from '@jotbook/core'
import type { Fields, RecordOf, Trip, UnitPreferences } from '@jotbook/core'
import { clock } from '../../ui/locale.ts'
import { shownValue } from './quantities.ts'
import { text } from './text.ts'

/** The rules of an event without its name and day. */
export type EventCard = Omit<RecordOf<'eventRules'>, 'id' | 'name'>

/** What goes over as it stands. */
const ALIKE = [
  'limit',
  'minLengthMm',
  'minLengthMmTyped',
  'runBackMin',
  'mostInWell',
  'deadFishG',
  'deadFishGTyped',
  'bagOf',
  'scaleStep',
] as const

/** All that a card may say. */
export const CARD_FIELDS = [...ALIKE, 'weighInMin'] as const

const alike = (of: Partial<Pick<EventCard, (typeof ALIKE)[number]>>): Fields =>
  Object.fromEntries(ALIKE.flatMap((field): [string, string | number][] => (of[field] ? [[field, of[field]]] : [])))

/** The rules of a trip, its weigh-in by the clock of the day. */
export function cardOf(trip: Trip, zone: string): EventCard {
  if (!trip.weighIn) return alike(trip)
  const { hour, minute } = localParts(epochMs(trip.weighIn), zone)
  return { ...alike(trip), weighInMin: hour * 60 + minute }
}

const LAST_MINUTE = 24 * 60 - 1

/** By the clock, not by the hours since midnight: on days on which clocks change those differ. */
function weighInOn(trip: Trip, minuteOfDay: number, zone: string): number {
  const minutes = Math.min(LAST_MINUTE, Math.round(minuteOfDay))
  const clock = { hour: Math.floor(minutes / 60), minute: minutes % 60 }
  return resolveWallTime(localDate(epochMs(trip.start), zone), clock, zone).ms
}

/** What a card makes of a trip: a tournament, its weigh-in on the trip's own day. */
export function rulesFor(card: EventCard, trip: Trip, zone: string): Fields {
  const weighIn = typeof card.weighInMin === 'number' ? { weighIn: isoUtc(weighInOn(trip, card.weighInMin, zone)) } : {}
  return { purpose: 'tournament', ...alike(card), ...weighIn }
}

/** A card in words, to be told from another. */
export function cardWords(card: EventCard, trip: Trip, zone: string, units: UnitPreferences): string[] {
  const { weighIn } = rulesFor(card, trip, zone)
  const { daySheet } = text
  return [
    card.limit ? `${daySheet.limit} ${card.limit}` : '',
    card.minLengthMm
      ? `${daySheet.minLength} ${shownValue('trip', 'minLengthMm', card.minLengthMm, card.minLengthMmTyped, units)}`
      : '',
    typeof weighIn === 'string' ? `${daySheet.weighIn} ${clock(epochMs(weighIn), zone)}` : '',
    card.runBackMin ? `${daySheet.runBack} ${card.runBackMin} min` : '',
    card.mostInWell ? `${daySheet.mostInWell} ${card.mostInWell}` : '',
    card.deadFishG
      ? `${daySheet.deadFish} ${shownValue('trip', 'deadFishG', card.deadFishG, card.deadFishGTyped, units)}`
      : '',
    card.bagOf === 'angler' ? daySheet.bagEach : '',
    card.scaleStep ? `${daySheet.scaleStep} ${card.scaleStep}` : '',
  ].filter(Boolean)
}
