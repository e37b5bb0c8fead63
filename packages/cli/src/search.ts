import { parseWhere, patternWhere, searchOf } from '@jotbook/core'
import type { Condition, Finding, PatternSearch } from '@jotbook/core'
import { soundBundle } from './bundleFiles.ts'
import { asCallFault } from './failure.ts'
import { listed } from './listed.ts'
import { progressLine } from './progressLine.ts'
import { ratioJson, ratioText } from './ratios.ts'
import { table } from './table.ts'
import { wholeNumber } from './wholeNumber.ts'

export interface SearchCall {
  readonly bundle: string
  readonly water: string
  readonly where?: string
  readonly columns?: string
  readonly seed: string
  readonly permutations: string
  readonly depth: string
  readonly confidence: string
  readonly json?: boolean
}

/** `jot analyse search`: the patterns of one water, each held against books without any. */
export function search({
  bundle,
  water,
  where = '',
  columns,
  seed,
  permutations,
  depth,
  confidence,
  json,
}: SearchCall): number {
  const { book } = soundBundle(bundle)
  const progress = progressLine('searching')
  const found = asCallFault(() =>
    searchOf(
      book,
      { water, where: parseWhere(where), ...(columns === undefined ? {} : { columns: listed(columns) }) },
      {
        seed: wholeNumber('--seed', seed, 0, 2 ** 32 - 1),
        permutations: wholeNumber('--permutations', permutations, 1, 10_000),
        depth: wholeNumber('--depth', depth, 1, 4),
        confidence: Number(confidence),
        progress: progress.at,
      },
    ),
  )
  progress.done()
  console.log(json ? JSON.stringify(searchJson(found, water), null, 2) : searchText(found, water))
  return 0
}

const worded = ({ column, levels }: Condition): string => `${column}=${levels.join(',')}`

const findingJson = (finding: Finding, water: string): unknown => ({
  conditions: finding.conditions.map(worded),
  where: patternWhere(finding.conditions, water),
  strikes: finding.strikes,
  hours: finding.hours,
  trips: finding.trips.length,
  trip_ids: finding.trips,
  expected: finding.expected,
  rate: finding.rate,
  ...ratioJson(finding),
  z: finding.z,
  p_family: finding.pFamily,
  q: finding.q,
  kind: finding.kind,
  merged: finding.merged,
  strength: finding.strength,
  held_out: finding.heldOut && {
    ...ratioJson(finding.heldOut),
    strikes: finding.heldOut.strikes,
    hours: finding.heldOut.hours,
    trips: finding.heldOut.trips,
  },
})

const searchJson = (
  { findings, alone, subjects, candidates, permutations, seed, nullModel }: PatternSearch,
  water: string,
): unknown => ({
  water,
  findings: findings.map((finding) => findingJson(finding, water)),
  stand_out_everywhere: alone.map((finding) => findingJson(finding, water)),
  subjects: subjects.map((finding) => findingJson(finding, water)),
  candidates,
  permutations,
  null: {
    kind: 'books without a pattern, drawn by trip and bout',
    trip_sd: nullModel.tripSd,
    bout_size: nullModel.bout,
  },
  seed,
})

function searchText(
  { findings, alone, subjects, candidates, permutations, seed, nullModel }: PatternSearch,
  water: string,
): string {
  const strong = [...findings, ...alone, ...subjects].filter(({ strength }) => strength === 'strong')
  const sentence =
    strong.length === 0
      ? `On ${water} no pattern stands out beyond what a book without any would show somewhere.`
      : `On ${water} ${strong.length === 1 ? 'one pattern stands' : `${strong.length} patterns stand`} out: books without any show one so strong at most one time in twenty.`
  const rows = (list: readonly Finding[]): (string | number)[][] =>
    list.map((finding) => [
      finding.conditions.map(worded).join('; '),
      finding.strikes,
      finding.hours.toFixed(1),
      finding.trips.length,
      ...ratioText(finding),
      finding.pFamily.toFixed(3),
      finding.q.toFixed(2),
      finding.kind,
      finding.heldOut ? ratioText(finding.heldOut).join(' ') : '',
    ])
  const head = [
    'pattern',
    'strikes',
    'hours',
    'trips',
    '× expected',
    'limits',
    'p',
    'q',
    'stands out',
    'on trips left out',
  ]
  return [
    sentence,
    `${candidates} patterns held against ${permutations} books without any (trips differ by ${nullModel.tripSd.toFixed(2)}, ${nullModel.bout.toFixed(1)} strikes to a bout). Seed ${seed}.`,
    '',
    table(head, rows(findings)),
    ...(alone.length > 0 ? ['', 'Whatever the conditions:', table(head, rows(alone))] : []),
    ...(subjects.length > 0
      ? ['', 'Where one lure, colour or way of fishing beats all else thrown:', table(head, rows(subjects))]
      : []),
  ].join('\n')
}
