import type { Fields, Json } from '../sync/index.ts'
import { MINUTE_MS, epochMs } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import type { Stint } from '../vocabulary/index.ts'
import { begun, ended, inHand, isOf, isRod, stintsOf, stretchFrom } from './hands.ts'
import type { Angler, DeckDay, DeckEdit, NewId, Rod } from './types.ts'

/** How a rod is fished: it stays with the rod. */
export const HOW_FIELDS = [
  'retrieve',
  'jerks',
  'pauseS',
  'workS',
  'pauseSpreadS',
  'workSpreadS',
  'fallS',
  'direction',
  'castLength',
  'intent',
] as const
/** Where the boat is: it stays with the boat, whatever rod is picked up. */
export const WHERE_FIELDS = [
  'spot',
  'structure',
  'cover',
  'coverState',
  'targetStands',
  'windblown',
  'depthM',
  'depthMTyped',
  'levelFished',
] as const

/** A stint so young is put right where it stands: taps that follow each other are one change. */
const YOUNG_MS = MINUTE_MS

const told = (stint: Stint | undefined, fields: readonly string[]): Fields =>
  Object.fromEntries(
    fields.flatMap((field) => {
      const value = (stint as Readonly<Record<string, Json | undefined>> | undefined)?.[field]
      return value === null || value === undefined || value === '' ? [] : [[field, value]]
    }),
  )

/** How a person last fished a rod on this trip; where they never did, how anybody did. */
export function howOf(day: DeckDay, angler: Angler, rod: Rod): Fields {
  const onRod = latestFirst(day).filter((stint) => isRod(stint, rod))
  return told(onRod.find(isOf(angler)) ?? onRod[0], HOW_FIELDS)
}

/** Where the boat was when a rod was last taken up or the place last told. */
export const whereOf = (day: DeckDay): Fields => told(latestFirst(day)[0], WHERE_FIELDS)

const latestFirst = ({ stints }: DeckDay): Stint[] =>
  [...stints].sort((a, b) => epochMs(b.start) - epochMs(a.start) || (a.end ? 1 : 0) - (b.end ? 1 : 0))

/** What a stint that begins now takes over. */
export const carried = (day: DeckDay, angler: Angler, rod: Rod): Fields => ({
  ...howOf(day, angler, rod),
  ...whereOf(day),
})

interface Change {
  /** Whose stints change: one person's for how, everybody's for where. */
  readonly anglers: readonly Angler[]
  readonly fields: Fields
  readonly atMs: EpochMs
}

/**
 * How or where changes: the stint in hand ends and the same rod goes on from that moment, changed; a stint that is younger than a minute
 * and had no strike is changed itself. Nothing for people without a rod in hand.
 */
export function changePresentation(day: DeckDay, { anglers, fields, atMs }: Change, newId: NewId): DeckEdit[] {
  return anglers.flatMap((angler) => {
    const held = inHand(day, angler)
    if (!held) return []
    const isYoung = atMs - epochMs(held.start) < YOUNG_MS && !day.strikes.some(({ stint }) => stint === held.id)
    if (isYoung) return [{ kind: 'stint', id: held.id, fields }]
    const kept = told(held, [...HOW_FIELDS, ...WHERE_FIELDS, 'reason', 'rod'])
    const changed = Object.fromEntries(Object.entries({ ...kept, ...fields }).filter(([, value]) => value !== null))
    return [ended(held, atMs), begun(day, angler, held, atMs, newId, changed)]
  })
}

interface ChangeSince extends Omit<Change, 'atMs'> {
  /** Since when it has been so, and now. */
  readonly sinceMs: EpochMs
  readonly nowMs: EpochMs
  /** How belongs to the rod: only its stints change. Where belongs to the boat: every rod's do. */
  readonly ofRod: boolean
}

/**
 * How or where has been otherwise for a while: stints since then are changed, the one that was going on at that moment is parted there, and
 * its later strikes go with the later part. Not before the stretch that was fished without a break. One group.
 */
export function presentationSince(
  day: DeckDay,
  { anglers, fields, sinceMs, nowMs, ofRod }: ChangeSince,
  newId: NewId,
): DeckEdit[] {
  if (sinceMs >= nowMs) return changePresentation(day, { anglers, fields, atMs: nowMs }, newId)
  return anglers.flatMap((angler) => {
    const held = inHand(day, angler)
    if (!held) return []
    const since = Math.max(sinceMs, stretchFrom(day, angler) ?? nowMs)
    return stintsOf(day, angler)
      .filter((stint) => (!stint.end || epochMs(stint.end) > since) && (!ofRod || isRod(stint, held)))
      .flatMap((stint) => changedFrom(day, stint, { fields, since }, newId))
  })
}

function changedFrom(
  day: DeckDay,
  stint: Stint,
  { fields, since }: { readonly fields: Fields; readonly since: number },
  newId: NewId,
): DeckEdit[] {
  if (epochMs(stint.start) >= since) return [{ kind: 'stint', id: stint.id, fields }]
  const kept = told(stint, [...HOW_FIELDS, ...WHERE_FIELDS, 'reason', 'rod'])
  const changed = Object.fromEntries(Object.entries({ ...kept, ...fields }).filter(([, value]) => value !== null))
  const later = begun(day, stint.angler ?? null, stint, since, newId, {
    ...changed,
    ...(stint.end ? { end: stint.end } : {}),
  })
  const moved = day.strikes
    .filter((strike) => strike.stint === stint.id && epochMs(strike.time) > since)
    .map((strike): DeckEdit => ({ kind: 'strike', id: strike.id, fields: { stint: later.id } }))
  return [ended(stint, since), later, ...moved]
}
