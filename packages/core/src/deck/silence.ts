import { HOUR_MS, epochMs, isoUtc } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import type { Stint } from '../vocabulary/index.ts'
import { isOf } from './hands.ts'
import type { DeckDay, DeckEdit } from './types.ts'

/** After so long without a tap nobody knows whether the line was in the water. Ours to set; common practice, no source. */
export const SILENCE_MS = HOUR_MS

/** The latest time anything of the trip tells of. */
export function lastTold({ trip, stints, strikes, readings }: DeckDay): number {
  const times = [
    trip.start,
    ...stints.flatMap(({ start, end }) => [start, end ?? start]),
    ...strikes.map(({ time }) => time),
    ...readings.map(({ time }) => time),
  ]
  return Math.max(...times.map(epochMs))
}

/**
 * Stints in hand over an hour without a tap end at the last tap and are marked unsure: until it is said whether they went on, the
 * time since counts no hours. Empty when there was no such silence.
 */
export function endAtSilence(day: DeckDay, lastTapMs: number, nowMs: EpochMs): DeckEdit[] {
  const from = Math.max(lastTapMs, lastTold(day))
  if (nowMs - from < SILENCE_MS) return []
  return day.stints
    .filter(({ end }) => !end)
    .map((stint) => ({
      kind: 'stint',
      id: stint.id,
      fields: { end: isoUtc(Math.max(from, epochMs(stint.start))), endUnsure: true },
    }))
}

export const unsureStints = ({ stints }: Pick<DeckDay, 'stints'>): Stint[] =>
  stints.filter(({ end, endUnsure }) => end && endUnsure)

/** What became of a silence: fished on, to the person's next rod or until now, or stopped at a time. */
export function answerSilence(day: DeckDay, answer: 'fishedOn' | { readonly stoppedMs: EpochMs }): DeckEdit[] {
  return unsureStints(day).map((stint) => ({
    kind: 'stint',
    id: stint.id,
    fields: { end: endOf(day, stint, answer), endUnsure: false },
  }))
}

function endOf(day: DeckDay, stint: Stint, answer: 'fishedOn' | { readonly stoppedMs: EpochMs }): string | null {
  const next = day.stints
    .filter(isOf(stint.angler ?? null))
    .map(({ start }) => epochMs(start))
    .filter((ms) => ms > epochMs(stint.start))
  const limit = next.length > 0 ? Math.min(...next) : Infinity
  if (answer === 'fishedOn') return limit === Infinity ? (day.trip.end ?? null) : isoUtc(limit)
  return isoUtc(Math.min(limit, Math.max(answer.stoppedMs, epochMs(stint.start))))
}
