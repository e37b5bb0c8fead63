import { writeFileSync } from 'node:fs'
import { cpus, totalmem } from 'node:os'
import { performance } from 'node:perf_hooks'
import {
  BAND_NAMES,
  at,
  buildColumns,
  cellsOf,
  fitMultilevelPoisson,
  fitPoissonModel,
  fitRateCurve,
  rateBoard,
  searchPatterns,
} from '@jotbook/core'
import type { ModelData, RateCurveData, SegmentColumns } from '@jotbook/core'
import { everything, madeUpBook } from './madeUpBook.ts'
import { madeColumns } from './madeColumns.ts'
import { inDuckDb, inR } from './peers.ts'
import type { PeerTime, RModel } from './peers.ts'

/**
 * The evidence engine on made-up segments, each piece of work from 10,000 to 1,000,000 of them, with the exponent of its growth, and
 * beside the programs of others that do the same work, as far as they are on the machine. Writes docs/benchmarks.md.
 */
const seconds = (work: () => unknown): number => {
  const from = performance.now()
  work()
  return (performance.now() - from) / 1000
}
/** The least of a few times; what takes long is measured once. */
const LONG_S = 20
function best(work: () => unknown, times: number): number {
  let least = seconds(work)
  for (let i = 1; i < times && least < LONG_S; i++) least = Math.min(least, seconds(work))
  return least
}

interface Row {
  readonly work: string
  readonly aim: string
  readonly sizes: readonly number[]
  readonly took: number[]
  readonly peers: string
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

/** A piece of work at several sizes, and what others took for one of them. */
interface Measured {
  readonly work: string
  readonly aim: string
  readonly sizes: readonly number[]
  /** Makes ready what is measured. */
  readonly run: (columns: SegmentColumns) => () => unknown
  readonly times?: number
  readonly peers?: { readonly size: number; readonly ask: (columns: SegmentColumns) => Promise<PeerTime[]> }
}

async function measure({ work, aim, sizes, run, times = 4, peers }: Measured): Promise<void> {
  const took = sizes.map((size) => best(run(madeColumns(size)), times))
  const row = { work, aim, sizes, took, peers: peers ? await beside(peers, at(took, sizes.indexOf(peers.size))) : '' }
  rows.push(row)
  console.log(
    `${work}: ${sizes.map((size, i) => `${size} ${at(took, i).toFixed(3)} s`).join(', ')}${row.peers ? `; ${row.peers}` : ''}`,
  )
}

async function beside({ size, ask }: NonNullable<Measured['peers']>, own: number): Promise<string> {
  const told = ({ name, seconds: took, logLikelihood }: PeerTime): string => {
    if (took === undefined) return `${name} is absent`
    const likelihood = logLikelihood === undefined ? '' : `, log-likelihood ${logLikelihood.toFixed(3)}`
    return `${name} ${took.toFixed(3)} s (${(took / own).toFixed(1)} times ours${likelihood})`
  }
  return `${size.toLocaleString('en')}: ${(await ask(madeColumns(size))).map(told).join('; ')}`
}

const fits =
  (...models: RModel[]) =>
  async (columns: SegmentColumns): Promise<PeerTime[]> =>
    Promise.resolve(models.map((model) => inR(model, columns)))

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
await measure({
  work: 'board by water × lure × band, with limits',
  aim: '1,000,000: no slower than twice a GROUP BY of DuckDB',
  sizes: ALL,
  run: (columns) => () => rateBoard(columns, ['water', 'lure', 'temp_band']),
  peers: { size: 1_000_000, ask: async (columns) => [await inDuckDb(columns)] },
})
await measure({
  work: 'filter to board by lure',
  aim: '100,000: 0.1 s; 1,000,000: 0.4 s',
  sizes: ALL,
  run: (columns) => () => rateBoard(columns, ['lure'], [{ kind: 'oneOf', column: 'sky_band', values: ['overcast'] }]),
})
await measure({
  work: 'log-linear model, 29 columns, errors by trip',
  aim: '100,000: 5 times as fast as `glm` of R',
  sizes: ALL,
  run: (columns) => {
    const data = modelData(columns, [...FIXED, 'trip'])
    return () => fitPoissonModel(data, { fixed: FIXED, errors: 'cluster', cluster: 'trip' })
  },
  peers: { size: 100_000, ask: fits('glm') },
})
let likelihood = NaN
await measure({
  work: 'multilevel model, a trip to 40 rows',
  aim: '20,000: 10 times as fast as `glmer` of R, faster than `glmmTMB`, same log-likelihood to 0.01',
  sizes: [20_000, ...ALL.slice(1)],
  run: (columns) => {
    const data = modelData(columns, ['temp_band', 'wind_band', 'trip'])
    return () => {
      const model = fitMultilevelPoisson(data, { fixed: ['temp_band', 'wind_band'], random: ['trip'] })
      if (columns.rows === 20_000) likelihood = model.logLikelihood
    }
  },
  times: 2,
  peers: { size: 20_000, ask: fits('glmer', 'glmmTMB') },
})
console.log(`  its log-likelihood at 20,000: ${likelihood.toFixed(3)}`)
const curveData = (columns: SegmentColumns): RateCurveData => ({
  x: columns.numbers.water_temp_c ?? new Float64Array(),
  events: columns.strikes,
  exposureHours: columns.hours,
})
await measure({
  work: 'curve along the temperature, with its bands',
  aim: '100,000: 10 times as fast as `gam` of R, no slower than `bam(discrete = TRUE)`',
  sizes: ALL,
  run: (columns) => () => fitRateCurve(curveData(columns)),
  times: 2,
  peers: { size: 100_000, ask: fits('gam', 'bam') },
})
await measure({
  work: 'the same with a term for each trip',
  aim: '',
  sizes: ALL,
  run: (columns) => {
    const data = { ...curveData(columns), trip: labelsOf(columns, 'trip') }
    return () => fitRateCurve(data)
  },
  times: 2,
})
await measure({
  work: 'search, three conditions joined, 200 books',
  aim: '100,000: 10 s',
  sizes: ALL,
  run: (columns) => {
    const all = Array.from({ length: columns.rows }, (_, row) => row)
    const cells = cellsOf(columns, all, [...SEARCHED, 'season', 'day_quarter'])
    return () =>
      searchPatterns({ cells, columns: SEARCHED, alone: [], held: ['season', 'day_quarter', 'class'], bout: 1 })
  },
  times: 2,
})

const cuts = [75, 700, 7000].map((trips) => {
  const book = madeUpBook(trips)
  return { size: buildColumns(book, everything).rows, took: best(() => buildColumns(book, everything), 8) }
})
rows.push({
  work: `cutting segments with all ${BAND_NAMES.length + 5} conditions`,
  aim: '200,000 a second',
  sizes: cuts.map(({ size }) => size),
  took: cuts.map(({ took }) => took),
  peers: '',
})

const exponent = ({ sizes, took }: Row): string => {
  const [a, b] = [sizes.length - 2, sizes.length - 1]
  return (Math.log(at(took, b) / at(took, a)) / Math.log(at(sizes, b) / at(sizes, a))).toFixed(2)
}
const text = [
  '# Benchmarks',
  '',
  `Written by \`npm run bench\` on ${cpus().length} × ${cpus()[0]?.model ?? 'unknown processor'}, ${Math.round(totalmem() / 2 ** 30)} GiB, Node.js ${process.version}. Seconds on one core; times vary from machine to machine and from hour to hour.`,
  '',
  '| work | aim | segments: seconds | growth (exponent) | others, in the same run |',
  '|---|---|---|---|---|',
  ...rows.map(
    (row) =>
      `| ${row.work} | ${row.aim} | ${row.sizes.map((size, i) => `${size.toLocaleString('en')}: ${at(row.took, i).toFixed(3)}`).join(' · ')} | ${exponent(row)} | ${row.peers} |`,
  ),
  `| memory of 1,000,000 segments in 30 columns | 250 MB | ${memoryMb.toFixed(0)} MB${collect ? '' : ' (no garbage collector asked for)'} | | |`,
  '',
  `Others are on one thread too; DuckDB groups and counts, and gives no limits. The log-likelihood of our multilevel model at 20,000: ${likelihood.toFixed(3)}.`,
  '',
]
writeFileSync('docs/benchmarks.md', text.join('\n'))
console.log(`memory: ${memoryMb.toFixed(0)} MB`)
