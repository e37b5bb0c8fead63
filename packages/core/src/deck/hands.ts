import { epochMs, isoUtc } from '../time/index.ts'
import type { Fields } from '../sync/index.ts'
import type { Stint } from '../vocabulary/index.ts'
import type { Angler, DeckDay, DeckEdit, NewId, Rod } from './types.ts'

/** The people aboard; one without a name when none was said. */
export const aboard = ({ trip }: Pick<DeckDay, 'trip'>): Angler[] =>
  trip.anglers && trip.anglers.length > 0 ? trip.anglers : [null]

export const isOf =
  (angler: Angler) =>
  (record: { angler?: string | null }): boolean =>
    (record.angler ?? null) === angler

/** A person's stints, earliest first. */
export const stintsOf = (day: Pick<DeckDay, 'stints'>, angler: Angler): Stint[] =>
  day.stints.filter(isOf(angler)).sort((a, b) => epochMs(a.start) - epochMs(b.start))

/** What a person has in hand: the last of the stints without an end. */
export const inHand = (day: Pick<DeckDay, 'stints'>, angler: Angler): Stint | undefined =>
  stintsOf(day, angler).findLast(({ end }) => !end)

export const isRod = (stint: Stint, rod: Rod): boolean =>
  stint.lure === rod.lure && (stint.setup ?? null) === (rod.setup ?? null)

export const ended = (stint: Stint, ms: number): DeckEdit => ({
  kind: 'stint',
  id: stint.id,
  fields: { end: isoUtc(ms) },
})

/** Nobody has a rod in hand though the day has begun. */
export const onBreak = (day: DeckDay): boolean => day.stints.length > 0 && day.stints.every(({ end }) => end)

interface Take {
  readonly anglers: readonly Angler[]
  readonly rod: Rod
  readonly atMs: number
  readonly reason?: string
}

/**
 * A rod is taken in hand, by one or by several at once: what each of them held ends, the new stint begins. Nothing for those who
 * hold it already.
 */
export function takeInHand(day: DeckDay, { anglers, rod, atMs, reason }: Take, newId: NewId): DeckEdit[] {
  return anglers.flatMap((angler) => {
    const open = day.stints.filter(isOf(angler)).filter(({ end }) => !end)
    if (open.some((stint) => isRod(stint, rod))) return []
    return [
      ...open.map((stint) => ended(stint, Math.max(atMs, epochMs(stint.start)))),
      begun(day, angler, rod, atMs, newId, reason ? { reason } : {}),
    ]
  })
}

export function begun(day: DeckDay, angler: Angler, rod: Rod, atMs: number, newId: NewId, more: Fields = {}): DeckEdit {
  const fields = {
    trip: day.trip.id,
    lure: rod.lure,
    start: isoUtc(atMs),
    ...(rod.setup ? { setup: rod.setup } : {}),
    ...(angler === null ? {} : { angler }),
    ...more,
  }
  return { kind: 'stint', id: newId(), fields }
}

/** The clock stops: everything in hand ends now. */
export const breakOff = (day: DeckDay, atMs: number): DeckEdit[] =>
  day.stints.filter(({ end }) => !end).map((stint) => ended(stint, Math.max(atMs, epochMs(stint.start))))

/** The clock goes on: everyone takes up the rod they had, the presentation with it. */
export function fishOn(day: DeckDay, atMs: number, newId: NewId): DeckEdit[] {
  return aboard(day).flatMap((angler) => {
    const last = stintsOf(day, angler).at(-1)
    if (!last?.end) return []
    const carried = (['retrieve', 'intent', 'structure', 'cover', 'spot'] as const).flatMap((field) => {
      const value = last[field]
      return typeof value === 'string' ? [[field, value] as const] : []
    })
    return [begun(day, angler, last, atMs, newId, Object.fromEntries(carried))]
  })
}
