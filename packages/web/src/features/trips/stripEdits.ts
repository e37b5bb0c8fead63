import { MINUTE_MS, epochMs, isoUtc } from '@jotbook/core'
import type { EpochMs, Id, Stint } from '@jotbook/core'
import type { Edit } from '../../offline/index.ts'
import type { TripOnScreen } from './stripPaths.ts'

/** Stints whose ends lie no further apart than this were one change of rods. */
const JOINED_MS = MINUTE_MS

const sameAngler = (a: Stint, b: Stint): boolean => (a.angler ?? '') === (b.angler ?? '')
const clamp = (ms: EpochMs, from: number, to: number): number => Math.min(to, Math.max(from, ms))

/** The stint that was taken up as this one ended. */
function joinedTo(stint: Stint, { stints }: TripOnScreen): Stint | undefined {
  const end = epochMs(stint.end ?? stint.start)
  return stints.find(
    (one) => one.id !== stint.id && sameAngler(one, stint) && Math.abs(epochMs(one.start) - end) <= JOINED_MS,
  )
}

/** The end of a stint moved; the stint that followed at once begins where it ends, and strikes go to the one that then holds them. */
export function endMoved(screen: TripOnScreen, stint: Stint, toMs: EpochMs): Edit[] {
  const next = joinedTo(stint, screen)
  const latest = next?.end ? epochMs(next.end) - MINUTE_MS : Infinity
  const ms = clamp(toMs, epochMs(stint.start) + MINUTE_MS, latest)
  const ends: Edit[] = [
    { kind: 'stint', id: stint.id, fields: { end: isoUtc(ms), ...(stint.endUnsure ? { endUnsure: false } : {}) } },
  ]
  if (!next) return ends
  const pair = new Set([stint.id, next.id])
  const moved = screen.strikes.flatMap((strike): Edit[] => {
    if (!strike.stint || !pair.has(strike.stint)) return []
    const holder = epochMs(strike.time) <= ms ? stint.id : next.id
    return holder === strike.stint ? [] : [{ kind: 'strike', id: strike.id, fields: { stint: holder } }]
  })
  return [...ends, { kind: 'stint', id: next.id, fields: { start: isoUtc(ms) } }, ...moved]
}

/** A stint cut in two at a time; the second half is the same rod until it is said otherwise. Its strikes go with it, in one group. */
export function splitAt(
  screen: TripOnScreen,
  stint: Stint,
  atMs: EpochMs,
  { id: secondId, lure = stint.lure }: { readonly id: string; readonly lure?: Id<'lure'> },
): Edit[] {
  if (!stint.end) return []
  const ms = clamp(atMs, epochMs(stint.start) + MINUTE_MS, epochMs(stint.end) - MINUTE_MS)
  const {
    id,
    start: _start,
    end,
    endUnsure: _unsure,
    deletedAt: _deleted,
    casts: _casts,
    targets: _targets,
    fouledCasts: _fouled,
    fishShown: _shown,
    ...rest
  } = stint
  const carried = Object.fromEntries(Object.entries(rest).filter(([, value]) => value !== null && value !== undefined))
  const moved = screen.strikes
    .filter((strike) => strike.stint === id && epochMs(strike.time) > ms)
    .map((strike): Edit => ({ kind: 'strike', id: strike.id, fields: { stint: secondId } }))
  const changed = lure === stint.lure ? {} : { lure, setup: null }
  return [
    { kind: 'stint', id, fields: { end: isoUtc(ms) } },
    { kind: 'stint', id: secondId, fields: { ...(carried as Edit['fields']), ...changed, start: isoUtc(ms), end } },
    ...moved,
  ]
}

/** A strike given to a rod, and to a time within it. */
export function strikeMoved(strike: Id<'strike'>, stint: Stint, ms: EpochMs): Edit[] {
  const within = clamp(ms, epochMs(stint.start), stint.end ? epochMs(stint.end) : Infinity)
  return [
    {
      kind: 'strike',
      id: strike,
      fields: { stint: stint.id, time: isoUtc(within), ...(stint.angler ? { angler: stint.angler } : {}) },
    },
  ]
}
