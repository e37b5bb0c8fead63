import { spawnSync } from 'node:child_process'
import { writeFileSync } from 'node:fs'
import { cpus, totalmem } from 'node:os'
import { performance } from 'node:perf_hooks'
import { BAND_NAMES, at, buildColumns, cellsOf, fitMultilevelPoisson, fitPoissonModel, fitRateCurve, rateBoard, searchPatterns } from '@jotbook/core'
import type { ModelData, SegmentColumns } from '@jotbook/core'
import { everything, madeUpBook } from './madeBook.ts'
import { madeColumns } from './madeColumns.ts'

/**
 * The evidence engine on made-up segments, each piece of work from 10,000 to 1,000,000 of them (less where it takes longer than a
 * minute), with the exponent of its growth. Writes docs/benchmarks.md. Peers that are not on the machine are said.
 */
const seconds = (work: () => unknown): number => {
  const from = performance.now()
  work()
  return (performance.now() - from) / 1000
}
const best = (work: () => unknown, times = 3): number => Math.min(...Array.from({ length: times }, () => seconds(work)))

interface Row {
  readonly work: string
  readonly aim: string
  readonly sizes: readonly number[]
  readonly took: number[]
}

/** A garbage collector is asked for by `node --expose-gc`. */
const collect = (globalThis as { gc?: () => void }).gc

const labelsOf = (columns: SegmentColumns, name: string): string[] => {
  const factor = name === 'trip' ? columns.trip : columns.factors[name]
  return Array.from(factor?.codes ?? [], (code) => at(factor?.levels ?? [], code))
}
const modelData = (columns: SegmentColumns, names: readonly string[]): ModelData => ({
  events: columns.strikes,
  exposureHours: columns.hours,
  factors: Object.fromEntries(names.map((name) => [name, labelsOf(columns, name)])),
  numbers: {},
})

const FIXED = ['temp_band', 'wind_band', 'sky_band', 'season', 'class', 'water']
const SEARCHED = ['temp_band', 'wind_band', 'sky_band', 'class'] as const
const rows: Row[] = []
function measure(work: string, aim: string, sizes: readonly number[], run: (columns: SegmentColumns) => () => unknown, times = 4): void {
  const took = sizes.map((size) => {
    const ready = run(madeColumns(size))
    return best(ready, times)
  })
  rows.push({ work, aim, sizes, took })
  console.log(`${work}: ${sizes.map((size, i) => `${size} ${at(took, i).toFixed(3)} s`).join(', ')}`)
}

// Measured first: what is held by the work that follows would be counted otherwise.
collect?.()
const before = process.memoryUsage()
const held = madeColumns(1_000_000)
collect?.()
const after = process.memoryUsage()
const bytes = after.arrayBuffers - before.arrayBuffers + after.heapUsed - before.heapUsed
const columnsHeld = 12 + Object.keys(held.factors).length
// Thirty columns of the same kinds.
const memoryMb = ((bytes / 2 ** 20) * 30) / columnsHeld

const ALL = [10_000, 100_000, 1_000_000] as const
measure(
  'board by water × lure × band, with limits',
  '1,000,000: no slower than twice a GROUP BY of DuckDB',
  ALL,
  (columns) => () => rateBoard(columns, ['water', 'lure', 'temp_band']),
)
measure(
  'filter to board by lure',
  '100,000: 0.1 s; 1,000,000: 0.4 s',
  ALL,
  (columns) => () => rateBoard(columns, ['lure'], [{ kind: 'oneOf', column: 'sky_band', values: ['overcast'] }]),
)
measure('log-linear model, 29 columns, errors by trip', '100,000: 5 times as fast as glm of R (about 1.7 s)', [10_000, 100_000], (columns) => {
  const data = modelData(columns, [...FIXED, 'trip'])
  return () => fitPoissonModel(data, { fixed: FIXED, errors: 'cluster', cluster: 'trip' })
})
measure(
  'multilevel model, 500 trips',
  '20,000: 10 times as fast as glmer of R (about 38 s)',
  [5000, 20_000],
  (columns) => {
    const data = modelData(columns, [...FIXED, 'trip'])
    return () => fitMultilevelPoisson(data, { fixed: ['temp_band', 'wind_band'], random: ['trip'] })
  },
  2,
)
measure(
  'curve along the temperature, with trips',
  '100,000: 10 times as fast as gam of R (about 27 s)',
  [10_000, 100_000],
  (columns) => {
    const data = {
      x: columns.numbers.water_temp_c ?? new Float64Array(),
      events: columns.strikes,
      exposureHours: columns.hours,
      trip: labelsOf(columns, 'trip'),
    }
    return () => fitRateCurve(data)
  },
  2,
)
measure(
  'search, three conditions joined, 200 books',
  '100,000: 10 s',
  [10_000, 100_000],
  (columns) => {
    const all = Array.from({ length: columns.rows }, (_, row) => row)
    const cells = cellsOf(columns, all, [...SEARCHED, 'season', 'day_quarter'])
    return () => searchPatterns({ cells, columns: SEARCHED, alone: [], held: ['season', 'day_quarter', 'class'], bout: 1 })
  },
  2,
)

const cutBooks = [75, 300, 1200].map(madeUpBook)
const cutRows = cutBooks.map((book) => buildColumns(book, everything).rows)
rows.push({
  work: `cutting segments with all ${BAND_NAMES.length + 5} conditions`,
  aim: '200,000 a second',
  sizes: cutRows,
  took: cutBooks.map((book) => best(() => buildColumns(book, everything), 6)),
})

const exponent = ({ sizes, took }: Row): string => {
  const [a, b] = [sizes.length - 2, sizes.length - 1]
  return (Math.log(at(took, b) / at(took, a)) / Math.log(at(sizes, b) / at(sizes, a))).toFixed(2)
}
const has = (command: string): boolean => spawnSync(command, ['--version']).status === 0
const peers = [
  ['R (glm, lme4, mgcv)', has('Rscript')],
  ['DuckDB', has('duckdb')],
] as const
const text = [
  '# Benchmarks',
  '',
  `Written by \`npm run bench\` on ${cpus().length} × ${cpus()[0]?.model ?? 'unknown processor'}, ${Math.round(totalmem() / 2 ** 30)} GiB, Node.js ${process.version}. Seconds on one core; times vary from machine to machine and from hour to hour.`,
  '',
  '| work | aim | segments: seconds | growth (exponent) |',
  '|---|---|---|---|',
  ...rows.map(
    (row) =>
      `| ${row.work} | ${row.aim} | ${row.sizes.map((size, i) => `${size.toLocaleString('en')}: ${at(row.took, i).toFixed(3)}`).join(' · ')} | ${exponent(row)} |`,
  ),
  `| memory of 1,000,000 segments in 30 columns | 250 MB | ${memoryMb.toFixed(0)} MB${collect ? '' : ' (no garbage collector asked for)'} | |`,
  '',
  `Peers: ${peers.map(([name, there]) => `${name} ${there ? 'is on the machine, and is not driven by this bench yet' : 'is absent'}`).join('; ')}. Aims against peers name their figures as published with the aims, on two cores of 2.5 GHz.`,
  '',
]
writeFileSync('docs/benchmarks.md', text.join('\n'))
console.log(`memory: ${memoryMb.toFixed(0)} MB`)
