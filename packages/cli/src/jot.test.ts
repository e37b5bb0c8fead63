import { spawnSync } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { tableFromIPC } from 'apache-arrow'
import { parquetReadObjects } from 'hyparquet'
import pg from 'pg'
import { beforeAll, describe, expect, it } from 'vitest'
import { readPlaces } from '@jotbook/core/formats'

const root = fileURLToPath(new URL('../../..', import.meta.url))
const demo = join(root, 'demo/bundle')
let databaseUrl = ''

/** Every row of every file of the demo but the headers. */
const DEMO_RECORDS = readdirSync(demo)
  .filter((name) => name.endsWith('.csv'))
  .reduce((sum, name) => sum + readFileSync(join(demo, name), 'utf8').trimEnd().split('\r\n').length - 1, 0)

function jot(...args: string[]): { status: number | null; stdout: string; stderr: string } {
  const { status, stdout, stderr } = spawnSync(process.execPath, [join(root, 'packages/cli/bin/jot.mjs'), ...args], {
    encoding: 'utf8',
    cwd: tmpdir(),
    env: { ...process.env, DATABASE_URL: databaseUrl },
  })
  return { status, stdout, stderr }
}

function bundle(files: Record<string, string>): string {
  const folder = mkdtempSync(join(tmpdir(), 'jot-bundle-'))
  for (const [name, text] of Object.entries(files)) writeFileSync(join(folder, name), text)
  return folder
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

describe('jot check', () => {
  it('passes a sound bundle, and lists faults and loose ends with their places', () => {
    expect(jot('check', demo)).toMatchObject({
      status: 0,
      stdout: `${DEMO_RECORDS} records, 0 faults, 0 loose ends.\n`,
    })
    const loose = bundle({
      'waters.csv': 'water\nW\n',
      'trips.csv': 'trip,water,start,end\nT,W,2026-03-14T06:00:00-05:00,2026-03-14T09:00:00-05:00\n',
      'strikes.csv': 'strike,trip,time\nK,T,2026-03-14T07:00:00-05:00\n',
    })
    expect(jot('check', loose)).toMatchObject({
      status: 0,
      stdout: expect.stringContaining('loose end: strikes.csv:2: stint: The strike belongs to no stint') as string,
    })
    const faulty = jot('check', bundle({ 'waters.csv': 'water,latitude\nW,99\n' }), '--json')
    expect([faulty.status, (JSON.parse(faulty.stdout) as { faults: unknown }).faults]).toEqual([
      1,
      [{ file: 'waters.csv', line: 2, column: 'latitude', message: 'Latitude must be from -90 to 90.' }],
    ])
  })
})

describe('jot analyse board', () => {
  it('prints rates for machines and for people', () => {
    const where = 'water=Pellock Mill Pond;lure="Flat-sided crank, chartreuse"'
    const quoted = jot('analyse', 'board', '--bundle', demo, '--by', 'lure', '--where', where, '--json')
    expect((JSON.parse(quoted.stdout) as { rows: unknown[] }).rows).toMatchObject([
      {
        lure: 'Flat-sided crank, chartreuse',
        hours: expect.closeTo(38.13, 1) as number,
        interval: 'trip',
        p_best: 1,
        too_early: false,
      },
    ])
    const board = JSON.parse(
      jot('analyse', 'board', '--bundle', demo, '--by', 'class,temp_band', '--json', '--confidence', '0.95').stdout,
    ) as { confidence: number; rows: Record<string, unknown>[] }
    expect(board.confidence).toBe(0.95)
    expect(board.rows[0]).toMatchObject({
      class: expect.any(String) as string,
      temp_band: expect.any(String) as string,
      hours: expect.any(Number) as number,
      shrunken: expect.any(Number) as number,
      exact_upper: expect.any(Number) as number,
    })
    const people = jot('analyse', 'board', '--bundle', demo, '--by', 'water').stdout
    expect(people).toMatch(
      /^1\d{3} strikes in 1\d{3}\.\d\d hours on 15\d trips: 1\.\d\d strikes per hour, likely range 1\.\d\d to 1\.\d\d \(90%, allowing for good and bad days\)/,
    )
    expect(people).toMatch(/Left out: \d+ trips whose hours are not logged by lure/)
  })

  it.each([
    [['--by', 'water_temp_c'], /temp_band/],
    [['--by', 'speed'], /no column speed/],
    [['--by', 'lure', '--where', 'water_temp_c=9..4'], /empty/],
    [['--by', 'lure', '--confidence', '2'], /between 0 and 1/],
    [[], /--by/],
  ])('ends with 2 and says why for %j', (args, message) => {
    expect(jot('analyse', 'board', '--bundle', demo, ...args)).toMatchObject({
      status: 2,
      stderr: expect.stringMatching(message) as string,
    })
  })

  it('ends with 1 for a bundle with faults, and with 2 for one that is not there', () => {
    expect(jot('analyse', 'board', '--bundle', bundle({ 'waters.csv': 'lake\nW\n' }), '--by', 'lure').status).toBe(1)
    expect(jot('analyse', 'board', '--bundle', '/nowhere', '--by', 'lure').status).toBe(2)
  })

  it('has nothing to say of no hours, without NaN', () => {
    const { status, stdout } = jot(
      'analyse',
      'board',
      '--bundle',
      demo,
      '--by',
      'lure',
      '--where',
      'water_temp_c=40..45',
      '--json',
    )
    expect([status, (JSON.parse(stdout) as { rows: unknown; all: unknown }).rows, stdout.includes('NaN')]).toEqual([
      0,
      [],
      false,
    ])
  })
})

describe('jot analyse curve and model', () => {
  it('find the planted window of the demo and the spread of its days', () => {
    // docs/demo.md: strikes come at 45 to 50 °F (7.2 to 10 °C) on Immerlow; days differ by 0.45.
    const found = JSON.parse(
      jot(
        'analyse',
        'curve',
        '--bundle',
        demo,
        '--of',
        'water_temp_c',
        '--where',
        'water=Immerlow Reservoir',
        '--points',
        '20',
        '--json',
      ).stdout,
    ) as {
      trip_sd: number
      window: { from: number; to: number }
      points: { x: number; rate: number; simultaneous_lower: number; lower: number }[]
      rests_on: { trips: number; trip_ids: string[] }
    }
    expect([found.points.length, found.rests_on.trips > 50, found.rests_on.trip_ids.length]).toEqual([
      20,
      true,
      found.rests_on.trips,
    ])
    expect(found.window.from).toBeGreaterThan(6)
    expect(found.window.to).toBeLessThan(12)
    expect(Math.abs(found.trip_sd - 0.45)).toBeLessThan(0.15)
    for (const { lower, simultaneous_lower: band } of found.points) expect(band).toBeLessThan(lower)
    expect(jot('analyse', 'curve', '--bundle', demo, '--of', 'water_temp_c', '--no-trip').stdout).toMatch(
      /Trips are taken as all alike/,
    )
  })

  it('tell the demo’s good day and its rescue lure from good lures', () => {
    // docs/demo.md: both lures are equal to the rest; crude × 1.6 and × 0.6.
    const within = (lure: string, where: string) =>
      JSON.parse(
        jot(
          'analyse',
          'within',
          '--bundle',
          demo,
          '--a',
          `lure="${lure}"`,
          '--b',
          `lure!="${lure}"`,
          ...(where ? ['--where', where] : []),
          '--json',
        ).stdout,
      ) as {
        crudeAll: { ratio: number }
        within: {
          ratio: number
          lower: number
          upper: number
          trips: number
          strataOneSided: number
          switches: { blank: number }
        }
        verdict: string
        trip_ids: string[]
      }
    const [goodDay, rescue] = [within('Lipless, chrome', 'water=Quennor Reach'), within('Drop shot, morning smoke', '')]
    expect([goodDay.crudeAll.ratio > 1.4, rescue.crudeAll.ratio < 0.75, rescue.within.switches.blank > 20]).toEqual([
      true,
      true,
      true,
    ])
    for (const { within: held, verdict, trip_ids: trips } of [goodDay, rescue]) {
      expect(trips.length).toBe(held.trips + held.strataOneSided)
      expect(Math.abs(Math.log(held.ratio))).toBeLessThan(0.2)
      expect([held.lower < 1 && held.upper > 1, verdict === 'strong']).toEqual([true, false])
    }
    expect(jot('analyse', 'within', '--bundle', demo, '--a', 'water=Quennor Reach', '--b', 'current=on')).toMatchObject(
      { status: 2, stderr: expect.stringContaining('overlap') as string },
    )
  })

  it('hold each factor against the others, and tell spreads from chance', () => {
    const found = JSON.parse(
      jot('analyse', 'model', '--bundle', demo, '--fixed', 'water', '--random', 'trip', '--json').stdout,
    ) as {
      coefficients: { name: string; estimate: number; standard_error: number }[]
      sd: { trip: number }
      converged: boolean
    }
    expect(found.coefficients.map(({ name }) => name)).toEqual([
      '(Intercept)',
      'water:Immerlow Reservoir',
      'water:Pellock Mill Pond',
      'water:Quennor Reach',
    ])
    expect([found.converged, found.sd.trip > 0.35, found.sd.trip < 0.75]).toEqual([true, true, true])
    expect(jot('analyse', 'model', '--bundle', demo, '--fixed', 'water').stdout).toMatch(/Errors are by trip/)
  })

  it.each([
    [['curve', '--of', 'lure'], /not continuous/],
    [['curve', '--of', 'water_temp_c', '--where', 'water=Nowhere'], /nothing to draw/],
    [['curve', '--of', 'water_temp_c', '--points', '1'], /from 2 to 1000/],
    [['model', '--fixed', 'rods'], /no column rods/],
    [['model', '--fixed', 'water', '--where', 'water_temp_c=40..44'], /nothing to fit/],
  ])('end with 2 and say why for %j', (args, message) => {
    expect(jot('analyse', ...args, '--bundle', demo)).toMatchObject({
      status: 2,
      stderr: expect.stringMatching(message) as string,
    })
  })
})

describe('jot sky', () => {
  const at = ['sky', '--at', '2003-10-17T12:30:30-07:00', '--lat', '39.742476', '--lon', '-105.1786']

  // Reda & Andreas, NREL/TP-560-34302, worked example.
  it('gives sun, moon and light, and light at depth when both visibility and depth are told', () => {
    const sky = JSON.parse(jot(...at, '--json').stdout) as {
      sun: { altitude_deg: number; azimuth_deg: number }
      surface_lux: number
      lure_lux: null
    }
    expect(sky).toMatchObject({
      sun: { altitude_deg: expect.closeTo(39.87195, 2) as number, azimuth_deg: expect.closeTo(194.34, 1) as number },
      lure_lux: null,
      light_band: 'bright',
    })
    const below = JSON.parse(
      jot(...at, '--cloud_pct', '100', '--visibility_m', '2', '--depth_m', '2', '--json').stdout,
    ) as { surface_lux: number; lure_lux: number }
    expect(below.surface_lux).toBeCloseTo(sky.surface_lux / 4, 0)
    expect(below.lure_lux).toBeLessThan(0.4 * below.surface_lux)
    expect(jot(...at).stdout).toMatch(/^The sun stands 39\.87° up; the water has [\d,]+ lux \(bright\)\./)
  })

  it.each([
    [['--at', 'noon', '--lat', '1', '--lon', '1'], /ISO 8601/],
    [['--at', '2026-03-14T12:00:00Z', '--lat', '91', '--lon', '1'], /from -90 to 90/],
    [['--at', '2026-03-14T12:00:00Z', '--lat', '9', '--lon', '1', '--depth_m', '2'], /go together/],
  ])('ends with 2 and says why for %j', (args, message) => {
    expect(jot('sky', ...args)).toMatchObject({ status: 2, stderr: expect.stringMatching(message) as string })
  })
})

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
    const strikes = readFileSync(join(demo, 'strikes.csv'), 'utf8').trimEnd().split('\r\n').length - 1
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
    const spots = readFileSync(join(demo, 'spots.csv'), 'utf8').trimEnd().split('\r\n').length - 1
    for (const name of ['places.geojson', 'places.gpx'])
      expect(readPlaces(readFileSync(join(out, name), 'utf8')).points).toHaveLength(spots)
    expect(readPlaces(readFileSync(join(out, 'places.geojson'), 'utf8')).outlines).toHaveLength(4)
  })

  it('make the whole book again from book.json, the same to the byte, history and later imports too', async () => {
    const out = mkdtempSync(join(tmpdir(), 'jot-whole-'))
    expect(jot('export', '--book', 'Copy', '--out', out, '--as', 'json').status).toBe(0)
    const once = readFileSync(join(out, 'book.json'), 'utf8')
    await freshDatabase()
    expect(jot('import', join(out, 'book.json'), '--book', 'Copy')).toMatchObject({
      status: 0,
      stdout: expect.stringContaining(`${DEMO_RECORDS + 2} records`) as string,
    })
    expect(jot('export', '--book', 'Copy', '--out', out, '--as', 'json').status).toBe(0)
    expect(readFileSync(join(out, 'book.json'), 'utf8')).toBe(once)
    expect(jot('import', demo, '--book', 'Copy').stdout).toContain(`${DEMO_RECORDS} were unchanged`)
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
