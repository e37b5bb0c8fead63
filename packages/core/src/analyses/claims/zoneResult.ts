import { at, entry } from '../../checked/index.ts'
import type { Factor } from '../../effort/index.ts'
import { UNKNOWN } from '../../vocabulary/index.ts'
import { alphaOf, clusterBootstrap, fitGammaPoisson } from '../../stats/index.ts'
import type { ClaimResult, Question } from './claimResult.ts'

const ZONES = ['back', 'side', 'belly'] as const
const DRAWS = 100
const LEAST_LEVELS = 3

interface ZoneRow {
  readonly hours: number
  readonly strikes: number
  /** Codes of the levels of each zone, and of the body. */
  readonly zones: readonly number[]
  readonly body: number
}

/**
 * Which colour zone explains most of the spread between colours of one body: the gamma spread of its colours' strikes over what their
 * bodies' hours would have brought, with whole trips drawn anew for the error.
 */
export function zoneResult({ columns, claim, selection, rows, options }: Question): ClaimResult {
  const zone = ZONES.indexOf(claim.against as (typeof ZONES)[number])
  const [zones, bodies] = [ZONES.map((name) => entry(columns.factors, name)), entry(columns.factors, 'body')]
  const sizes = { zones: zones.map(({ levels }) => levels.length), bodies: bodies.levels.length }
  const isKnown = ({ codes, levels }: Factor, row: number): boolean => at(levels, at(codes, row)) !== UNKNOWN
  const trips = new Map<number, ZoneRow[]>()
  for (const row of rows) {
    if (!selection.inA(row) || ![bodies, ...zones].every((factor) => isKnown(factor, row))) continue
    const trip = at(columns.trip.codes, row)
    const list = trips.get(trip) ?? []
    trips.set(trip, list)
    const coded = { zones: zones.map(({ codes }) => at(codes, row)), body: at(bodies.codes, row) }
    list.push({ hours: at(columns.hours, row), strikes: at(columns.strikes, row), ...coded })
  }
  const all = [...trips.values()]
  const few = ZONES.some((_, z) => new Set(all.flat().map((row) => row.zones[z])).size < LEAST_LEVELS)
  if (few) return { cannot: 'fewer than three colours of some zone were fished here on bodies that are named' }
  const lead = (drawn: readonly (readonly ZoneRow[])[]): number => {
    const spreads = spreadsOf(drawn, sizes)
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

interface Sums {
  readonly strikes: Float64Array
  readonly hours: Float64Array
}

const sumsOf = (size: number): Sums => ({ strikes: new Float64Array(size), hours: new Float64Array(size) })

/** Relative variance between the colours of each zone, each body's own rate held. */
function spreadsOf(
  trips: readonly (readonly ZoneRow[])[],
  sizes: { readonly zones: readonly number[]; readonly bodies: number },
): number[] {
  const bodies = sumsOf(sizes.bodies)
  for (const trip of trips)
    for (const { body, hours, strikes } of trip) {
      bodies.strikes[body]! += strikes
      bodies.hours[body]! += hours
    }
  const zones = sizes.zones.map(sumsOf)
  for (const trip of trips)
    for (const { body, hours, strikes, zones: levels } of trip) {
      const due = (hours * bodies.strikes[body]!) / bodies.hours[body]!
      for (let z = 0; z < levels.length; z++) {
        const [sums, level] = [zones[z]!, levels[z]!]
        sums.strikes[level]! += strikes
        sums.hours[level]! += due
      }
    }
  return zones.map(spreadOf)
}

function spreadOf({ strikes, hours }: Sums): number {
  const known = [...hours].flatMap((due, level) =>
    due > 0 ? [{ events: at(strikes, level), exposureHours: due }] : [],
  )
  if (known.length < 2 || known.every(({ events }) => events === 0)) return 0
  const { noSpread, shape } = fitGammaPoisson(known)
  return noSpread ? 0 : 1 / shape
}
