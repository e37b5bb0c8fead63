import { QuestionError } from '../../checked/index.ts'
import type { BookRecords } from '../../effort/index.ts'
import type { Confidence } from '../../stats/index.ts'
import type { Reading, Stint } from '../../vocabulary/index.ts'
import { aroundMoments, momentsAmong, momentsOf, withScenes } from './aroundChange.ts'
import type { AroundChange, ConditionChange } from './aroundChange.ts'
import { fishedTrips } from './fishedTrips.ts'

export type WatchedEdge =
  | 'wind fell'
  | 'wind rose'
  | 'current stopped'
  | 'current started'
  | 'clouds came'
  | 'sun came out'
  | 'pressure falls'
  | 'pressure rises'

/** Five miles an hour; five eighths of cloud; a hectopascal in three hours. Common practice, no source. */
const [RIPPLE_MPS, MOSTLY_CLOUDY_PCT, TURN_HPA] = [2.2352, 62.5, 1]

/** What is watched on the water. Ours: which edges; that they matter is common practice, no source. */
export const WATCHED: readonly {
  readonly edge: WatchedEdge
  readonly field: keyof Reading
  readonly change: ConditionChange
}[] = [
  { edge: 'wind fell', field: 'windMps', change: { column: 'wind_mps', to: RIPPLE_MPS, direction: 'down' } },
  { edge: 'wind rose', field: 'windMps', change: { column: 'wind_mps', to: RIPPLE_MPS, direction: 'up' } },
  { edge: 'current stopped', field: 'current', change: { column: 'current', to: 'off' } },
  { edge: 'current started', field: 'current', change: { column: 'current', to: 'on' } },
  { edge: 'clouds came', field: 'cloudPct', change: { column: 'cloud_pct', to: MOSTLY_CLOUDY_PCT, direction: 'up' } },
  {
    edge: 'sun came out',
    field: 'cloudPct',
    change: { column: 'cloud_pct', to: MOSTLY_CLOUDY_PCT, direction: 'down' },
  },
  {
    edge: 'pressure falls',
    field: 'pressureHpa',
    change: { column: 'pressure_tendency', to: -TURN_HPA, direction: 'down' },
  },
  {
    edge: 'pressure rises',
    field: 'pressureHpa',
    change: { column: 'pressure_tendency', to: TURN_HPA, direction: 'up' },
  },
]

/**
 * What came before and after each change that this book has seen, the most often seen first.
 *
 * Given      a book whose trips have stints and readings
 * Returned   of each change of `WATCHED` that came while somebody fished, the hours around it (`aroundMoments`)
 */
export function aroundWatched(
  book: BookRecords,
  options: Confidence = {},
): { readonly edge: WatchedEdge; readonly around: AroundChange }[] {
  const trips = withScenes(fishedTrips(book))
  return WATCHED.map(({ edge, change }) => ({ edge, around: aroundMoments(momentsOf(trips, change), options) }))
    .filter(({ around }) => around.crossings > 0)
    .sort((a, b) => b.around.crossings - a.around.crossings)
}

/**
 * The same change apart by what a stint was fished with: `groupOf` names it.
 *
 * Returned   the surest ratios first; groups without an hour after the change are left out
 * Throws     QuestionError for a change that is not watched
 */
export function aroundEdgeBy(
  book: BookRecords,
  edge: WatchedEdge,
  groupOf: (stint: Stint) => string | null | undefined,
  options: Confidence = {},
): { readonly group: string; readonly around: AroundChange }[] {
  const change = WATCHED.find((one) => one.edge === edge)?.change
  if (!change)
    throw new QuestionError(`${edge} is not watched; these are: ${WATCHED.map((one) => one.edge).join(', ')}`)
  const moments = momentsOf(withScenes(fishedTrips(book)), change)
  const groups = [...new Set(moments.flatMap(({ stints }) => stints.flatMap(({ stint }) => groupOf(stint) ?? [])))]
  return groups
    .map((group) => ({
      group,
      around: aroundMoments(
        momentsAmong(moments, ({ stint }) => groupOf(stint) === group),
        options,
      ),
    }))
    .filter(({ around }) => around.after.inside.exposureHours > 0)
    .sort(
      ({ around: { after: a } }, { around: { after: b } }) =>
        a.ratio.pValue - b.ratio.pValue || b.inside.exposureHours - a.inside.exposureHours,
    )
}
