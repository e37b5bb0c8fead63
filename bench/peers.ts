import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { at } from '@jotbook/core'
import type { SegmentColumns } from '@jotbook/core'

/** What a program of others took for the same table, in this run. */
export interface PeerTime {
  readonly name: string
  /** Undefined: it is not on this machine. */
  readonly seconds?: number
  readonly logLikelihood?: number
}

/** Fits by R, with the packages of Debian. */
export type RModel = 'glm' | 'glmer' | 'glmmTMB' | 'gam' | 'bam'
const PACKAGE: Readonly<Record<RModel, string>> = {
  glm: 'stats',
  glmer: 'lme4',
  glmmTMB: 'glmmTMB',
  gam: 'mgcv',
  bam: 'mgcv',
}
const NAME: Readonly<Record<RModel, string>> = {
  glm: '`glm` of R',
  glmer: '`glmer` of R',
  glmmTMB: '`glmmTMB` of R',
  gam: '`gam` of R',
  bam: '`bam` of R, discrete',
}

const hasR = (model: RModel): boolean => spawnSync('Rscript', ['-e', `library(${PACKAGE[model]})`]).status === 0

/** Throws Error with R's own words where the fit fails. */
export function inR(model: RModel, columns: SegmentColumns): PeerTime {
  if (!hasR(model)) return { name: NAME[model] }
  return withTable(columns, (table) => {
    const { status, stdout, stderr } = spawnSync('Rscript', ['bench/peers.R', model, table], { encoding: 'utf8' })
    if (status !== 0) throw new Error(`R could not fit ${model}: ${stderr}`)
    const [seconds = NaN, logLikelihood = NaN] = stdout.trim().split(/\s+/).map(Number)
    return { name: NAME[model], seconds, logLikelihood }
  })
}

/** What this bench asks of DuckDB's package. */
interface Connection {
  run(sql: string): Promise<unknown>
  runAndReadAll(sql: string): Promise<{ readonly currentRowCount: number }>
}
interface DuckDb {
  readonly DuckDBInstance: { create(path: string): Promise<{ connect(): Promise<Connection> }> }
}

const ROUNDS = 5
const GROUP_BY =
  'select water, lure, temp_band, sum(hours), sum(strikes), count(distinct trip) from segments group by all'

/** The sums that a board rests on, by DuckDB on one thread over a table in memory. */
export async function inDuckDb(columns: SegmentColumns): Promise<PeerTime> {
  const name = 'GROUP BY of DuckDB'
  const duck = required<DuckDb>('@duckdb/node-api')
  if (!duck) return { name }
  return withTable(columns, async (table) => {
    const connection = await (await duck.DuckDBInstance.create(':memory:')).connect()
    await connection.run('set threads = 1')
    await connection.run(`create table segments as select * from read_csv('${table}')`)
    let seconds = Infinity
    for (let round = 0; round < ROUNDS; round++) {
      const from = performance.now()
      await connection.runAndReadAll(GROUP_BY)
      seconds = Math.min(seconds, (performance.now() - from) / 1000)
    }
    return { name, seconds }
  })
}

function required<T>(name: string): T | undefined {
  try {
    return createRequire(join(process.cwd(), 'package.json'))(name) as T
  } catch {
    return undefined
  }
}

/** Lends the segments as a file of comma-separated values. */
function withTable<T>(columns: SegmentColumns, work: (file: string) => T): T {
  const folder = mkdtempSync(join(tmpdir(), 'jot-peers-'))
  const file = join(folder, 'segments.csv')
  const factors = [['trip', columns.trip] as const, ...Object.entries(columns.factors)]
  const numbers = [
    ['hours', columns.hours] as const,
    ['strikes', columns.strikes] as const,
    ...Object.entries(columns.numbers),
  ]
  const lines = [[...factors.map(([name]) => name), ...numbers.map(([name]) => name)].join()]
  for (let row = 0; row < columns.rows; row++) {
    const words = factors.map(([, { codes, levels }]) => at(levels, at(codes, row)))
    lines.push([...words, ...numbers.map(([, values]) => values[row])].join())
  }
  writeFileSync(file, lines.join('\n'))
  const tidy = (): void => rmSync(folder, { recursive: true })
  const done = work(file)
  if (done instanceof Promise) void done.then(tidy, tidy)
  else tidy()
  return done
}
