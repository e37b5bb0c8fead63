import type { App } from './app.ts'

const HOUR_MS = 3_600_000
/** 5 mph. */
const EDGE_MPS = 2.2352

interface Span {
  readonly from: number
  readonly to: number
}

export interface RodAroundFall {
  readonly lure: string
  readonly before: { readonly strikes: number; readonly hours: number }
  readonly after: { readonly strikes: number; readonly hours: number }
}

/** Spans without what they share counted twice. */
function merged(spans: readonly Span[]): Span[] {
  const rising = [...spans].filter(({ from, to }) => to > from).sort((a, b) => a.from - b.from)
  return rising.reduce<Span[]>((all, span) => {
    const last = all.at(-1)
    if (last && span.from <= last.to) return [...all.slice(0, -1), { from: last.from, to: Math.max(last.to, span.to) }]
    return [...all, span]
  }, [])
}

/** Counted from the records by itself, not by the product's core: strikes and hours of each lure in the hour before the wind fell under 5 mph, and in the hour after, wind running along a line between two readings. */
export async function aroundWindFall(app: App, water: string): Promise<RodAroundFall[]> {
  const of = <R extends object>(sql: string): Promise<R[]> => app.query<R & Record<string, unknown>>(sql, [water])
  const trips = `trips t join waters w on w.id = t.water and w.name = $1 and t.effort_known = 'full'`
  const readings = await of<{ trip: string; ms: number; wind: number }>(
    `select r.trip, extract(epoch from r.time)::float8 * 1000 as ms, r.wind_mps as wind from readings r join ${trips} on t.id = r.trip
     where r.wind_mps is not null and r.spot is null and r.deleted_at is null order by r.time`,
  )
  const stints = await of<{ id: string; trip: string; lure: string; from: number; to: number }>(
    `select s.id, s.trip, l.name as lure, extract(epoch from s.start)::float8 * 1000 as from, extract(epoch from s."end")::float8 * 1000 as to
     from stints s join lures l on l.id = s.lure join ${trips} on t.id = s.trip where s."end" is not null and s.deleted_at is null`,
  )
  const strikes = await of<{ stint: string; ms: number }>(
    `select k.stint, extract(epoch from k.time)::float8 * 1000 as ms from strikes k join ${trips} on t.id = k.trip
     where k.outcome is distinct from 'raised' and k.same_fish is not true and k.deleted_at is null`,
  )
  const falls = readings.flatMap(({ trip, ms, wind }, i) => {
    const before = readings.slice(0, i).findLast((one) => one.trip === trip)
    if (!before || before.wind < EDGE_MPS || wind >= EDGE_MPS) return []
    const at = before.ms + ((ms - before.ms) * (before.wind - EDGE_MPS)) / (before.wind - wind)
    return stints.some((one) => one.trip === trip && one.from <= at && at <= one.to) ? [{ trip, at }] : []
  })
  const within = (lure: string, fromH: number, toH: number): { strikes: number; hours: number } => {
    const parts = stints
      .filter((one) => one.lure === lure)
      .map((stint) => {
        const own = falls
          .filter(({ trip }) => trip === stint.trip)
          .map(({ at }) => ({
            from: Math.max(stint.from, at + fromH * HOUR_MS),
            to: Math.min(stint.to, at + toH * HOUR_MS),
          }))
        const spans = merged(own)
        const struck = strikes.filter(
          ({ stint: id, ms }) => id === stint.id && spans.some(({ from, to }) => ms > from && ms <= to),
        )
        return { strikes: struck.length, ms: spans.reduce((sum, { from, to }) => sum + to - from, 0) }
      })
    return {
      strikes: parts.reduce((sum, part) => sum + part.strikes, 0),
      hours: parts.reduce((sum, part) => sum + part.ms, 0) / HOUR_MS,
    }
  }
  return [...new Set(stints.map(({ lure }) => lure))].map((lure) => ({
    lure,
    before: within(lure, -1, 0),
    after: within(lure, 0, 1),
  }))
}
