import { epochMs, isoUtc, looseEndsOfTrip } from '@jotbook/core'
import type { EpochMs, LooseEnd, Stint } from '@jotbook/core'
import type { Edit } from '../../offline/index.ts'
import { clock } from '../../ui/locale.ts'
import { zoneOf } from './stripPaths.ts'
import type { TripOnScreen } from './stripPaths.ts'
import { text } from './text.ts'

/** One way to close a loose end: a word for it and what it writes. */
export interface Fix {
  readonly label: string
  readonly edits: readonly Edit[]
}

export interface ThingToFix {
  readonly key: string
  /** When it was, as a clock shows it. */
  readonly when: string
  readonly message: string
  readonly fixes: readonly Fix[]
}

/** Everything a trip leaves open, each with the ways to close it in one tap. Pure. */
export function thingsToFix(screen: TripOnScreen): ThingToFix[] {
  const unsaid = screen.strikes.filter(({ outcome }) => !outcome)
  return [
    ...unsaid.map((strike): ThingToFix => ({
      key: `unsaid ${strike.id}`,
      when: clock(epochMs(strike.time), zoneOf(screen)),
      message: text.ends.unsaid,
      fixes: (['missed', 'lost', 'landed', 'raised'] as const).map((outcome) => ({
        label: text.legend[outcome],
        edits: [{ kind: 'strike', id: strike.id, fields: { outcome } }],
      })),
    })),
    ...looseEndsOfTrip(screen).map((end) => ({
      key: `${end.kind} ${end.record}`,
      when: clock(epochMs(timeOf(end, screen)), zoneOf(screen)),
      message: text.ends.kinds[end.kind],
      fixes: fixesOf(end, screen),
    })),
  ]
}

function timeOf({ record }: LooseEnd, { trip, stints, strikes }: TripOnScreen): string {
  return (
    strikes.find(({ id }) => id === record)?.time ??
    stints.find(({ id }) => id === record)?.start ??
    (record === trip.id ? trip.start : record)
  )
}

// eslint-disable-next-line complexity -- a case a loose end
function fixesOf(end: LooseEnd, screen: TripOnScreen): Fix[] {
  const { trip, stints, strikes, readings } = screen
  const stint = stints.find(({ id }) => id === end.record)
  const strike = strikes.find(({ id }) => id === end.record)
  switch (end.kind) {
    case 'strike-without-stint':
    case 'strike-outside-stint':
      return strike
        ? rodsAt(epochMs(strike.time), screen).map((rod) => ({
            label: rodName(rod, screen),
            edits: [{ kind: 'strike', id: strike.id, fields: { stint: rod.id } }],
          }))
        : []
    case 'end-unsure':
      return stint ? afterSilence(stint, screen) : []
    case 'open-stint':
      return stint ? endsFor(stint, screen).map((ms) => closing(stint, ms, text.ends.close, screen)) : []
    case 'stints-overlap':
      return stint
        ? overlapped(stint, stints).map((earlier) => closing(earlier, epochMs(stint.start), text.ends.moveEnd, screen))
        : []
    case 'end-before-start':
      return stint?.end
        ? [
            {
              label: text.ends.swap,
              edits: [{ kind: 'stint', id: stint.id, fields: { start: stint.end, end: stint.start } }],
            },
          ]
        : []
    case 'stint-outside-trip':
      return stint ? stretched(epochMs(stint.start), epochMs(stint.end ?? stint.start), screen) : []
    case 'reading-outside-trip': {
      const reading = readings.find(({ time }) => time === end.record)
      const ms = epochMs(end.record)
      const takeOut: Fix[] = reading
        ? [
            {
              label: text.ends.takeOut,
              edits: [{ kind: 'reading', id: reading.id, fields: { deletedAt: isoUtc(epochMs(trip.start)) } }],
            },
          ]
        : []
      return [...stretched(ms, ms, screen), ...takeOut]
    }
  }
}

/** The rods in hand at a time, else the ones nearest to it. */
export function rodsAt(ms: EpochMs, { stints }: TripOnScreen): Stint[] {
  const away = (stint: Stint): number => Math.max(0, epochMs(stint.start) - ms, ms - epochMs(stint.end ?? stint.start))
  const nearest = [...stints].sort((a, b) => away(a) - away(b))
  const held = nearest.filter((stint) => away(stint) === 0)
  return held.length > 0 ? held : nearest.slice(0, 3)
}

export function rodName(stint: Stint, { lures, stints }: TripOnScreen): string {
  const several = new Set(stints.map(({ angler }) => angler ?? '')).size > 1
  return [several && stint.angler, lures.get(stint.lure)?.name ?? text.table.lure].filter(Boolean).join(': ')
}

function closing(stint: Stint, ms: EpochMs, label: (clock: string) => string, screen: TripOnScreen): Fix {
  return {
    label: label(clock(ms, zoneOf(screen))),
    edits: [{ kind: 'stint', id: stint.id, fields: { end: isoUtc(ms) } }],
  }
}

/** A stint that ended with the last tap: it did end there, or went on to the person's next, or to the trip's end. */
function afterSilence(stint: Stint, screen: TripOnScreen): Fix[] {
  const said = (ms: EpochMs, label: (clock: string) => string): Fix => ({
    label: label(clock(ms, zoneOf(screen))),
    edits: [{ kind: 'stint', id: stint.id, fields: { end: isoUtc(ms), endUnsure: false } }],
  })
  const on = endsFor(stint, screen).filter((ms) => ms > epochMs(stint.end ?? stint.start))
  return [
    said(epochMs(stint.end ?? stint.start), text.ends.stopped),
    ...(on.length > 0 ? [said(Math.min(...on), text.ends.fishedOn)] : []),
  ]
}

/** When an open stint may have ended: where the same person's next began, at its last strike, at the trip's end. */
function endsFor(stint: Stint, { trip, stints, strikes }: TripOnScreen): number[] {
  const start = epochMs(stint.start)
  const next = stints
    .filter((one) => (one.angler ?? '') === (stint.angler ?? '') && epochMs(one.start) > start)
    .map((one) => epochMs(one.start))
  const last = strikes.filter((strike) => strike.stint === stint.id).map(({ time }) => epochMs(time))
  const candidates = [
    next.length > 0 ? Math.min(...next) : undefined,
    trip.end ? epochMs(trip.end) : undefined,
    last.length > 0 ? Math.max(...last) : undefined,
  ]
  return [...new Set(candidates.filter((ms) => ms !== undefined && ms > start))] as number[]
}

/** The earlier stints of the same person that run into this one. */
function overlapped(stint: Stint, stints: readonly Stint[]): Stint[] {
  return stints.filter(
    (one) =>
      one.id !== stint.id &&
      (one.angler ?? '') === (stint.angler ?? '') &&
      one.end &&
      one.start <= stint.start &&
      epochMs(one.end) > epochMs(stint.start),
  )
}

/** The trip made to hold a stretch of time. */
function stretched(fromMs: EpochMs, toMs: EpochMs, screen: TripOnScreen): Fix[] {
  const { trip } = screen
  const zone = zoneOf(screen)
  const early: Fix[] =
    fromMs < epochMs(trip.start)
      ? [
          {
            label: text.ends.fromTrip(clock(fromMs, zone)),
            edits: [{ kind: 'trip', id: trip.id, fields: { start: isoUtc(fromMs) } }],
          },
        ]
      : []
  const late: Fix[] =
    trip.end && toMs > epochMs(trip.end)
      ? [
          {
            label: text.ends.toTrip(clock(toMs, zone)),
            edits: [{ kind: 'trip', id: trip.id, fields: { end: isoUtc(toMs) } }],
          },
        ]
      : []
  return [...early, ...late]
}
