import { HOUR_MS, MINUTE_MS, epochMs } from '../time/index.ts'
import { tripRecord } from './bookRecords.ts'
import type { TripBundle } from './bookRecords.ts'
import type { LooseEnd, TripRecord, TripStint } from './types.ts'

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
export function looseEndsOfTrip(bundle: TripBundle, record: TripRecord = tripRecord(bundle)): LooseEnd[] {
  const ends = looseEndsOf(record)
  return (bundle.trip.effortKnown ?? 'full') === 'full' ? ends : ends.filter(({ kind }) => !OF_STINTS.has(kind))
}

/** Everything in a trip that its angler still has to mend, in the order trip, stints, readings, strikes. */
export function looseEndsOf(trip: TripRecord): LooseEnd[] {
  return [...tripEnds(trip), ...stintEnds(trip), ...overlaps(trip.stints), ...readingEnds(trip), ...strikeEnds(trip)]
}

function tripEnds({ trip, start, end }: TripRecord): LooseEnd[] {
  return end !== null && epochMs(end) < epochMs(start) ? [{ kind: 'end-before-start', record: trip, message: 'The trip ends before it starts.' }] : []
}

function stintEnds(trip: TripRecord): LooseEnd[] {
  const [from, to] = span(trip)
  return trip.stints.flatMap((stint): LooseEnd[] => {
    if (stint.end === null) return [{ kind: 'open-stint', record: stint.stint, message: 'The stint is still open: it counts no hours until it has an end.' }]
    const [start, end] = [epochMs(stint.start), epochMs(stint.end)]
    if (end < start) return [{ kind: 'end-before-start', record: stint.stint, message: 'The stint ends before it starts: it counts no hours.' }]
    const outside = Math.max(0, from - start) + Math.max(0, end - to)
    if (stint.endUnsure)
      return [
        {
          kind: 'end-unsure',
          record: stint.stint,
          message: 'The stint ends at the last tap before a long silence: did it go on? Until it is said, that time counts no hours.',
        },
      ]
    return outside > 0 ? [{ kind: 'stint-outside-trip', record: stint.stint, message: `${minutes(outside)} of the stint lie outside the trip.` }] : []
  })
}

function span(trip: TripRecord): [number, number] {
  const start = epochMs(trip.start)
  const end = trip.end === null ? Infinity : epochMs(trip.end)
  return end < start ? [-Infinity, Infinity] : [start, end]
}

/** A stint that begins before an earlier stint of the same angler has ended. Both count. */
function overlaps(stints: readonly TripStint[]): LooseEnd[] {
  const found: LooseEnd[] = []
  const closed = stints.flatMap((stint) => (stint.end === null ? [] : [{ stint, ...spanOf(stint) }])).filter(({ startMs, endMs }) => endMs > startMs)
  const inOrder = closed.every(({ startMs }, i) => i === 0 || startMs >= (closed[i - 1]?.startMs ?? 0)) ? closed : closed.sort((a, b) => a.startMs - b.startMs)
  const longest = new Map<string | null, (typeof closed)[number]>()
  for (const one of inOrder) {
    const { angler, stint } = one.stint
    const before = longest.get(angler)
    if (before && one.startMs < before.endMs) {
      const both = Math.min(one.endMs, before.endMs) - one.startMs
      const whose = angler === null ? '' : ` of ${angler}`
      found.push({ kind: 'stints-overlap', record: stint, message: `The stint overlaps stint ${before.stint.stint}${whose} by ${minutes(both)}: both count.` })
    }
    if (!before || one.endMs > before.endMs) longest.set(angler, one)
  }
  return found
}

/** Weather reports of the days before tell of the front and the rain: they belong to the trip. */
export const REPORTS_BEFORE_MS = 49 * HOUR_MS

function readingEnds(trip: TripRecord): LooseEnd[] {
  const [from, to] = span(trip)
  return trip.readings
    .filter(({ time, source }) => {
      const ms = epochMs(time)
      return ms < (source === 'weather report' ? from - REPORTS_BEFORE_MS : from) || ms > to
    })
    .map((reading) => ({ kind: 'reading-outside-trip', record: reading.time, message: 'The reading was taken outside the trip.' }))
}

function strikeEnds(trip: TripRecord): LooseEnd[] {
  const spans = new Map(trip.stints.map((stint) => [stint.stint, spanOf(stint)]))
  const found: LooseEnd[] = []
  for (const { strike, stint, time } of trip.strikes) {
    const span = stint === null ? undefined : spans.get(stint)
    const ms = epochMs(time)
    if (stint === null) found.push({ kind: 'strike-without-stint', record: strike, message: 'The strike belongs to no stint: which rod was it?' })
    else if (!span || ms < span.startMs || ms > span.endMs || span.endMs <= span.startMs)
      found.push({ kind: 'strike-outside-stint', record: strike, message: 'The strike lies outside its stint: it is in no rate until one of the two moves.' })
  }
  return found
}

/** An open stint may hold whatever comes after its start. */
const spanOf = ({ start, end }: TripStint): { startMs: number; endMs: number } => ({ startMs: epochMs(start), endMs: end === null ? Infinity : epochMs(end) })

/** A stint holds its start and its own end. */
export function holds(stint: TripStint, ms: number): boolean {
  if (stint.end === null) return false
  const { startMs, endMs } = spanOf(stint)
  return endMs > startMs && ms >= startMs && ms <= endMs
}
