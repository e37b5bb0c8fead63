import { epochMs, isoUtc } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import type { Fields } from '../sync/index.ts'
import type { Stint, Trip } from '../vocabulary/index.ts'
import type { Angler, DeckDay, DeckEdit, NewId, Rod } from './types.ts'

/** The people aboard; one without a name when none was said. */
export const aboard = ({ trip }: Pick<DeckDay, 'trip'>): Angler[] =>
  trip.anglers && trip.anglers.length > 0 ? trip.anglers : [null]

export const isOf =
  (angler: Angler) =>
  (record: { angler?: string | null }): boolean =>
    (record.angler ?? null) === angler

/** The rods that were laid out for a trip; what another version wrote there and cannot be read is no rod. */
export const rodsOf = ({ deck }: Pick<Trip, 'deck'>): Rod[] =>
  Array.isArray(deck)
    ? (deck as unknown[]).filter((rod): rod is Rod => typeof (rod as Rod | null)?.lure === 'string')
    : []

/** A person's stints, earliest first. */
export const stintsOf = (day: Pick<DeckDay, 'stints'>, angler: Angler): Stint[] =>
  day.stints.filter(isOf(angler)).sort((a, b) => epochMs(a.start) - epochMs(b.start))

/** What a person has in hand: the last of the stints without an end. */
export const inHand = (day: Pick<DeckDay, 'stints'>, angler: Angler): Stint | undefined =>
  stintsOf(day, angler).findLast(({ end }) => !end)

/** A rod is a lure on a setup; a stint is fished with one. */
export const isRod = (one: Rod, rod: Rod): boolean =>
  one.lure === rod.lure && (one.setup ?? null) === (rod.setup ?? null)

export const ended = (stint: Stint, ms: EpochMs): DeckEdit => ({
  kind: 'stint',
  id: stint.id,
  fields: { end: isoUtc(ms) },
})

/** Nobody has a rod in hand though the day has begun. */
export const onBreak = (day: DeckDay): boolean => day.stints.length > 0 && day.stints.every(({ end }) => end)

// eslint-disable-next-line max-params -- who takes what in hand, and when
export function begun(
  day: DeckDay,
  angler: Angler,
  rod: Rod,
  atMs: EpochMs,
  newId: NewId,
  more: Fields = {},
): DeckEdit {
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
export const breakOff = (day: DeckDay, atMs: EpochMs): DeckEdit[] =>
  day.stints.filter(({ end }) => !end).map((stint) => ended(stint, Math.max(atMs, epochMs(stint.start))))

/** What a person has in hand as one stretch: its stints on the same rod without a gap, earliest first, however it was fished. */
export function stretchInHand(day: Pick<DeckDay, 'stints'>, angler: Angler): Stint[] {
  const stretch: Stint[] = []
  for (const stint of stintsOf(day, angler).reverse()) {
    const next = stretch[0]
    const goesOn = next ? isRod(stint, next) && stint.end === next.start : !stint.end
    if (!goesOn) break
    stretch.unshift(stint)
  }
  return stretch
}

/** When the stretch that a person fishes without a break began: stints that follow one another without a gap. */
export function stretchFrom(day: DeckDay, angler: Angler): number | undefined {
  let from: number | undefined
  for (const stint of stintsOf(day, angler).reverse()) {
    if (from !== undefined && (!stint.end || epochMs(stint.end) < from)) break
    if (from === undefined && stint.end) break
    from = epochMs(stint.start)
  }
  return from
}
