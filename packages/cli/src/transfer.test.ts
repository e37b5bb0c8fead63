import { randomUUID } from 'node:crypto'
import { mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { tableFromIPC } from 'apache-arrow'
import { parquetReadObjects } from 'hyparquet'
import pg from 'pg'
import { beforeAll, describe, expect, it } from 'vitest'
import { readPlaces } from '@jotbook/core/formats'
import { DEMO_RECORDS, bundleFolder, demo, demoRows, runJot } from './test/run.ts'
import type { Ended } from './test/run.ts'

let databaseUrl = ''
const jot = (...args: string[]): Ended => runJot(args, { DATABASE_URL: databaseUrl })

const FEW_TRIPS = 20

/** The demo's lists, and its first trips with what belongs to them: every kind of record, and a tenth of the work. */
function fewTrips(): { readonly folder: string; readonly records: number } {
  const trips = new Set(
    demoRows('trips.csv')
      .slice(1, 1 + FEW_TRIPS)
      .map((row) => row.split(',')[0]),
  )
  let records = 0
  const files = readdirSync(demo).map((name): [string, string] => {
    if (!name.endsWith('.csv')) return [name, readFileSync(join(demo, name), 'utf8')]
    const [head = '', ...rows] = demoRows(name)
    const column = head.split(',').slice(0, 2).indexOf('trip')
    const kept = column < 0 ? rows : rows.filter((row) => trips.has(row.split(',')[column]))
    records += kept.length
    return [name, [head, ...kept, ''].join('\r\n')]
  })
  return { folder: bundleFolder(Object.fromEntries(files)), records }
}

async function freshDatabase(): Promise<void> {
  const admin = new pg.Client({ connectionString: process.env.TEST_DATABASE_URL! })
  await admin.connect()
  const name = `cli_${randomUUID().replaceAll('-', '')}`
  await admin.query(`create database ${name}`)
  await admin.end()
  const address = new URL(process.env.TEST_DATABASE_URL!)
  address.pathname = `/${name}`
  databaseUrl = address.toString()
}

beforeAll(freshDatabase)

describe('jot import and export', () => {
  it('bring the demo bundle into a book and out again as the same bytes', () => {
    expect(jot('import', demo, '--book', 'Copy')).toMatchObject({
      status: 0,
      stdout: expect.stringContaining(`Imported ${DEMO_RECORDS} new`) as string,
    })
    expect(jot('import', demo, '--book', 'Copy').stdout).toContain(`${DEMO_RECORDS} were unchanged`)
    const out = mkdtempSync(join(tmpdir(), 'jot-out-'))
    expect(jot('export', '--book', 'Copy', '--out', out).status).toBe(0)
    for (const name of readdirSync(demo))
      expect(readFileSync(join(out, name), 'utf8'), name).toBe(readFileSync(join(demo, name), 'utf8'))
    expect(jot('export', '--book', 'Copy', '--out', out, '--as', 'json').status).toBe(0)
    const strikes = demoRows('strikes.csv').length - 1
    const whole = JSON.parse(readFileSync(join(out, 'book.json'), 'utf8')) as {
      format: string
      records: { strike: unknown[] }
    }
    expect([whole.format, whole.records.strike.length]).toEqual(['jot-book', strikes])
    expect(jot('export', '--book', 'None', '--out', out).status).toBe(2)
  })

  it('write the segments for other engines, the same rows and hours as the board has', async () => {
    const out = mkdtempSync(join(tmpdir(), 'jot-segments-'))
    for (const as of ['arrow', 'parquet'])
      expect(jot('export', '--book', 'Copy', '--out', out, '--as', as).status).toBe(0)
    const arrow = tableFromIPC(readFileSync(join(out, 'segments.arrow')))
    const file = readFileSync(join(out, 'segments.parquet'))
    const parquet = await parquetReadObjects({
      file: file.buffer.slice(file.byteOffset, file.byteOffset + file.byteLength),
    })
    const board = JSON.parse(jot('analyse', 'board', '--bundle', demo, '--by', 'water', '--json').stdout) as {
      all: { hours: number; strikes: number }
    }
    const sum = (rows: readonly Record<string, unknown>[], column: string): number =>
      rows.reduce((total, row) => total + Number(row[column]), 0)
    const arrowRows = (arrow.toArray() as { toJSON: () => Record<string, unknown> }[]).map((row) => row.toJSON())
    for (const rows of [arrowRows, parquet as Record<string, unknown>[]]) {
      expect(rows).toHaveLength(arrow.numRows)
      expect(sum(rows, 'strikes')).toBe(sum(parquet as Record<string, unknown>[], 'strikes'))
      expect(sum(rows, 'hours')).toBeLessThanOrEqual(board.all.hours)
      expect(sum(rows, 'hours')).toBeGreaterThan(0.95 * board.all.hours)
      // Every hour of the demo has its light, front and season; a strike that only has its day has none.
      const fished = rows.filter(({ hours }) => Number(hours) > 0)
      for (const column of ['front', 'light_band', 'fish_season', 'season'])
        expect(
          fished.filter((row) => row[column] === 'unknown'),
          column,
        ).toEqual([])
    }
  })

  it('write the places as GeoJSON and GPX, and nothing of them where places are not told', () => {
    const out = mkdtempSync(join(tmpdir(), 'jot-places-'))
    for (const as of ['geojson', 'gpx']) {
      expect(jot('export', '--book', 'Copy', '--out', out, '--as', as).status).toBe(0)
      expect(jot('export', '--book', 'Copy', '--out', out, '--as', as, '--no-places')).toMatchObject({
        status: 2,
        stderr: expect.stringContaining('nothing but places') as string,
      })
    }
    const spots = demoRows('spots.csv').length - 1
    for (const name of ['places.geojson', 'places.gpx'])
      expect(readPlaces(readFileSync(join(out, name), 'utf8')).points).toHaveLength(spots)
    expect(readPlaces(readFileSync(join(out, 'places.geojson'), 'utf8')).outlines).toHaveLength(4)
  })

  it('make the whole book again from book.json, the same to the byte, history and later imports too', async () => {
    const { folder, records } = fewTrips()
    await freshDatabase()
    expect(jot('import', folder, '--book', 'Copy').stdout).toContain(`Imported ${records} new`)
    const out = mkdtempSync(join(tmpdir(), 'jot-whole-'))
    expect(jot('export', '--book', 'Copy', '--out', out, '--as', 'json').status).toBe(0)
    const once = readFileSync(join(out, 'book.json'), 'utf8')
    await freshDatabase()
    expect(jot('import', join(out, 'book.json'), '--book', 'Copy')).toMatchObject({
      status: 0,
      stdout: expect.stringContaining(`${records + 2} records`) as string,
    })
    expect(jot('export', '--book', 'Copy', '--out', out, '--as', 'json').status).toBe(0)
    expect(readFileSync(join(out, 'book.json'), 'utf8')).toBe(once)
    expect(jot('import', folder, '--book', 'Copy').stdout).toContain(`${records} were unchanged`)
    expect(jot('import', join(out, 'book.json'), '--book', 'Copy')).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('already') as string,
    })
    writeFileSync(join(out, 'broken.json'), once.replace('"landed"', '"eaten"'))
    expect(jot('import', join(out, 'broken.json'), '--book', 'Other')).toMatchObject({
      status: 1,
      stderr: expect.stringContaining('Outcome must be one of') as string,
    })
  })
})
