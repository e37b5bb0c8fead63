import { effortKnownOf } from '../vocabulary/index.ts'
import { HOUR_MS, MINUTE_MS } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import type { TripBundle } from './bookRecords.ts'
import { timedTripOf } from './timedTrip.ts'
import type { LooseEnd, TimedStint, TimedTrip } from './types.ts'

const minutes = (ms: number): string => `${Math.round(ms / MINUTE_MS)} min`

/** What a trip without known hours cannot owe: its stints tell of lures only. */
const OF_STINTS: ReadonlySet<string> = new Set([
  'open-stint',
  'end-unsure',
  'stints-overlap',
  'stint-outside-trip',
  'strike-without-stint',
  'strike-outside-stint',
])

/** As `looseEndsOf`; on a trip whose stints are not known nothing of theirs is loose. */
export function looseEndsOfTrip(bundle: TripBundle, trip: TimedTrip = timedTripOf(bundle)): LooseEnd[] {
  const ends = looseEndsOf(trip)
  return effortKnownOf(bundle.trip) === 'full' ? ends : ends.filter(({ kind }) => !OF_STINTS.has(kind))
}

/** Everything in a trip that its angler still has to fix, in the order trip, stints, readings, strikes. */
export function looseEndsOf(trip: TimedTrip): LooseEnd[] {
  const spans = trip.stints.map(spanOf)
  return [
    ...tripEnds(trip),
    ...stintEnds(trip, spans),
    ...overlaps(spans),
    ...readingEnds(trip),
    ...strikeEnds(trip, spans),
  ]
}

interface Span {
  readonly stint: TimedStint
  readonly startMs: EpochMs
  /** An open stint may hold whatever comes after its start. */
  readonly endMs: EpochMs
}

const spanOf = (stint: TimedStint): Span => ({ stint, startMs: stint.fromMs, endMs: stint.toMs ?? Infinity })

function tripEnds({ trip, startMs, endMs }: TimedTrip): LooseEnd[] {
  return endMs !== null && endMs < startMs
    ? [{ kind: 'end-before-start', record: trip, message: 'The trip ends before it starts.' }]
    : []
}

function stintEnds(trip: TimedTrip, spans: readonly Span[]): LooseEnd[] {
  const [from, to] = span(trip)
  const ends: LooseEnd[] = []
  for (const { stint, startMs, endMs } of spans) {
    const outside = Math.max(0, from - startMs) + Math.max(0, endMs - to)
    const end = (kind: LooseEnd['kind'], message: string): void =>
      void ends.push({ kind, record: stint.stint, message })
    if (stint.toMs === null) end('open-stint', 'The stint is still open: it counts no hours until it has an end.')
    else if (endMs < startMs) end('end-before-start', 'The stint ends before it starts: it counts no hours.')
    else if (stint.endUnsure)
      end(
        'end-unsure',
        'The stint ends at the last tap before a long silence: did it go on? Until it is said, that time counts no hours.',
      )
    else if (outside > 0) end('stint-outside-trip', `${minutes(outside)} of the stint lie outside the trip.`)
  }
  return ends
}

function span({ startMs, endMs }: TimedTrip): [number, number] {
  return endMs !== null && endMs < startMs ? [-Infinity, Infinity] : [startMs, endMs ?? Infinity]
}

/** A stint that begins before an earlier stint of the same angler has ended. Both count. */
function overlaps(spans: readonly Span[]): LooseEnd[] {
  const found: LooseEnd[] = []
  const closed = spans.filter(({ stint, startMs, endMs }) => stint.toMs !== null && endMs > startMs)
  if (closed.some(({ startMs }, i) => startMs < (closed[i - 1]?.startMs ?? -Infinity)))
    closed.sort((a, b) => a.startMs - b.startMs)
  const longest = new Map<string | null, Span>()
  for (const one of closed) {
    const { angler, stint } = one.stint
    const before = longest.get(angler)
    if (before && one.startMs < before.endMs) {
      const both = Math.min(one.endMs, before.endMs) - one.startMs
      const whose = angler === null ? '' : ` of ${angler}`
      found.push({
        kind: 'stints-overlap',
        record: stint,
        message: `The stint overlaps stint ${before.stint.stint}${whose} by ${minutes(both)}: both count.`,
      })
    }
    if (!before || one.endMs > before.endMs) longest.set(angler, one)
  }
  return found
}

/** Weather reports of the days before tell of the front and the rain: they belong to the trip. */
export const REPORTS_BEFORE_MS = 49 * HOUR_MS

function readingEnds(trip: TimedTrip): LooseEnd[] {
  const [from, to] = span(trip)
  return trip.readings
    .filter(
      ({ ms, reading: { source } }) => ms < (source === 'weather report' ? from - REPORTS_BEFORE_MS : from) || ms > to,
    )
    .map(({ reading }) => ({
      kind: 'reading-outside-trip',
      record: reading.time,
      message: 'The reading was taken outside the trip.',
    }))
}

function strikeEnds(trip: TimedTrip, spans: readonly Span[]): LooseEnd[] {
  const byStint = new Map(spans.map((span) => [span.stint.stint, span]))
  const found: LooseEnd[] = []
  for (const { strike, stint, ms } of trip.strikes) {
    const span = stint === null ? undefined : byStint.get(stint)
    if (stint === null)
      found.push({
        kind: 'strike-without-stint',
        record: strike,
        message: 'The strike belongs to no stint: which rod was it?',
      })
    else if (!span || ms < span.startMs || ms > span.endMs || span.endMs <= span.startMs)
      found.push({
        kind: 'strike-outside-stint',
        record: strike,
        message: 'The strike lies outside its stint: it is in no rate until one of the two moves.',
      })
  }
  return found
}
