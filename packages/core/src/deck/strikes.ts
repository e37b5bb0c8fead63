import { isStrike } from '../vocabulary/index.ts'
import { MINUTE_MS, epochMs, isoUtc } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import type { Fields } from '../sync/index.ts'
import type { Id, Strike } from '../vocabulary/index.ts'
import { begun, ended, inHand, isOf, stintsOf, stretchFrom } from './hands.ts'
import { carried } from './presentation.ts'
import type { Angler, DeckDay, DeckEdit, NewId, Rod } from './types.ts'

interface Struck {
  readonly angler: Angler
  readonly atMs: EpochMs
  /** `raised` for a fish that only followed or swirled; absent until it is said. */
  readonly outcome?: string
  /** Place of the strike, where the person allows it. */
  readonly place?: Fields
}

/** A fish touched the lure in a person's hand. With nothing in hand the strike has no stint: a loose end, never lost. */
export function strikeNow(day: DeckDay, { angler, atMs, outcome, place = {} }: Struck, newId: NewId): DeckEdit {
  const stint = inHand(day, angler)
  const fields = {
    trip: day.trip.id,
    time: isoUtc(atMs),
    ...(stint ? { stint: stint.id } : {}),
    ...(angler === null ? {} : { angler }),
    ...(outcome ? { outcome } : {}),
    ...place,
  }
  return { kind: 'strike', id: newId(), fields }
}

/** Another fish at the same moment: the same rod, person and place, whatever is in hand since. */
export function sameMoment({ trip, time, stint, angler, latitude, longitude }: Strike, newId: NewId): DeckEdit {
  const known = Object.entries({ stint, angler, latitude, longitude }).filter(
    ([, value]) => value !== null && value !== undefined,
  )
  return { kind: 'strike', id: newId(), fields: { trip, time, ...(Object.fromEntries(known) as Fields) } }
}

/** A strike that was logged late goes to the rod its angler had in hand then. Nothing for one that is not there. */
export function movedInTime(day: DeckDay, id: string, ms: EpochMs): DeckEdit[] {
  const strike = day.strikes.find((one) => one.id === id)
  if (!strike) return []
  const then = stintsOf(day, strike.angler ?? null).find(
    ({ start, end }) => epochMs(start) <= ms && (!end || epochMs(end) >= ms),
  )
  return [{ kind: 'strike', id, fields: { time: isoUtc(ms), ...(then ? { stint: then.id } : {}) } }]
}

/** How many strikes a person, or a rod, has had; raised fish are no strikes. */
export const countOf = (strikes: readonly Strike[]): number => strikes.filter(isStrike).length

export interface Since {
  readonly label: 'now' | 'minutes' | 'lastStrike'
  readonly minutes?: number
  readonly ms: EpochMs
}

/** The answers to *since when has this rod been in hand?*, none of them before the stretch fished without a break. */
export function sinceChoices(day: DeckDay, angler: Angler, nowMs: EpochMs): Since[] {
  const from = stretchFrom(day, angler)
  const ago = [5, 15, 30].map((minutes): Since => ({ label: 'minutes', minutes, ms: nowMs - minutes * MINUTE_MS }))
  const last = Math.max(...day.strikes.filter(isOf(angler)).map(({ time }) => epochMs(time)))
  const choices: Since[] = [
    { label: 'now', ms: nowMs },
    ...ago,
    ...(Number.isFinite(last) ? [{ label: 'lastStrike' as const, ms: last }] : []),
  ]
  return choices.filter(({ ms }) => ms === nowMs || (from !== undefined && ms >= from && ms < nowMs))
}

interface Forgotten {
  readonly angler: Angler
  readonly rod: Rod
  /** Since when the rod has really been in hand. */
  readonly sinceMs: EpochMs
  readonly nowMs: EpochMs
}

/**
 * A rod change that was forgotten: what the person held since then is cut back to that moment or taken out, the new stint begins
 * there, and strikes logged since move to it. Strikes at the moment itself stay with the rod they were logged on. One group.
 */
export function forgottenChange(
  day: DeckDay,
  { angler, rod, sinceMs, nowMs }: Forgotten,
  newId: NewId,
): { edits: DeckEdit[]; stint: Id<'stint'> } {
  const since = Math.min(nowMs, Math.max(sinceMs, stretchFrom(day, angler) ?? nowMs))
  const replaced = stintsOf(day, angler).filter(({ end }) => !end || epochMs(end) > since)
  const cut = replaced.map((stint): DeckEdit =>
    epochMs(stint.start) >= since
      ? { kind: 'stint', id: stint.id, fields: { deletedAt: isoUtc(nowMs) } }
      : ended(stint, since),
  )
  const taken = begun(day, angler, rod, since, newId, carried(day, angler, rod))
  const wrong = new Set(replaced.map(({ id }) => id))
  const moved = day.strikes
    .filter((strike) => strike.stint && wrong.has(strike.stint) && epochMs(strike.time) > since)
    .map((strike): DeckEdit => ({ kind: 'strike', id: strike.id, fields: { stint: taken.id } }))
  return { edits: [...cut, taken, ...moved], stint: taken.id }
}
