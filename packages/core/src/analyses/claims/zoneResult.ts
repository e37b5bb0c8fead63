import { at, entry } from '../../checked/index.ts'
import { alphaOf, clusterBootstrap, fitGammaPoisson } from '../../stats/index.ts'
import { tripOf } from '../within/comparedTrips.ts'
import type { ClaimResult, Question } from './claimResult.ts'

const ZONES = ['back', 'side', 'belly'] as const
const DRAWS = 100
const LEAST_LEVELS = 3

interface ZoneRow {
  readonly hours: number
  readonly strikes: number
  readonly levels: readonly string[]
  readonly body: string
}

/**
 * Which colour zone explains most of the spread between colours of one body: the gamma spread of its colours' strikes over what their
 * bodies' hours would have brought, with whole trips drawn anew for the error.
 */
export function zoneResult({ columns, claim, selection, rows, options }: Question): ClaimResult {
  const zone = ZONES.indexOf(claim.against as (typeof ZONES)[number])
  const word = (column: string, row: number): string => {
    const { codes, levels } = entry(columns.factors, column)
    return at(levels, at(codes, row))
  }
  const trips = new Map<string, ZoneRow[]>()
  for (const row of rows.filter(selection.inA)) {
    const levels = ZONES.map((name) => word(name, row))
    if (levels.includes('unknown') || word('body', row) === 'unknown') continue
    const list = trips.get(tripOf(columns, row)) ?? []
    trips.set(tripOf(columns, row), list)
    list.push({ hours: at(columns.hours, row), strikes: at(columns.strikes, row), levels, body: word('body', row) })
  }
  const all = [...trips.values()]
  const few = ZONES.some((_, z) => new Set(all.flat().map(({ levels }) => levels[z])).size < LEAST_LEVELS)
  if (few) return { cannot: 'fewer than three colours of some zone were fished here on bodies that are named' }
  const lead = (drawn: readonly (readonly ZoneRow[])[]): number => {
    const spreads = ZONES.map((_, z) => spreadOf(drawn.flat(), z))
    return spreads[zone]! - Math.max(...spreads.filter((__, z) => z !== zone))
  }
  const seen = lead(all)
  const drawn = clusterBootstrap(all, lead, DRAWS)
  const share = drawn.filter((one) => one > 0).length / DRAWS
  const pValue = Math.max(2 / DRAWS, 2 * Math.min(share, 1 - share))
  const sorted = drawn.map(Math.exp).sort((a, b) => a - b)
  const outside = Math.min(DRAWS / 2 - 1, Math.round((alphaOf(options) / 2) * DRAWS))
  return {
    found: {
      ratio: Math.exp(seen),
      lower: at(sorted, outside),
      upper: at(sorted, DRAWS - 1 - outside),
      pValue,
      early: all.length < 10,
    },
    denominator: 'variance between colours',
  }
}

/** Relative variance between the colours of a zone, each body's own rate held. */
function spreadOf(rows: readonly ZoneRow[], zone: number): number {
  const rates = new Map<string, { hours: number; strikes: number }>()
  for (const { body, hours, strikes } of rows) {
    const sum = rates.get(body) ?? { hours: 0, strikes: 0 }
    rates.set(body, { hours: sum.hours + hours, strikes: sum.strikes + strikes })
  }
  const groups = new Map<string, { events: number; exposureHours: number }>()
  for (const { body, hours, strikes, levels } of rows) {
    const level = levels[zone] ?? ''
    const rate = rates.get(body)
    const sum = groups.get(level) ?? { events: 0, exposureHours: 0 }
    groups.set(level, {
      events: sum.events + strikes,
      exposureHours: sum.exposureHours + (rate ? (hours * rate.strikes) / rate.hours : 0),
    })
  }
  const known = [...groups.values()].filter(({ exposureHours }) => exposureHours > 0)
  if (known.length < 2 || known.every(({ events }) => events === 0)) return 0
  const { noSpread, shape } = fitGammaPoisson(known)
  return noSpread ? 0 : 1 / shape
}
