import { spawnSync } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import pg from 'pg'
import { beforeAll, describe, expect, it } from 'vitest'

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
    expect(jot('check', demo)).toMatchObject({ status: 0, stdout: `${DEMO_RECORDS} records, 0 faults, 0 loose ends.\n` })
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
      { lure: 'Flat-sided crank, chartreuse', hours: expect.closeTo(38.13, 1) as number, interval: 'trip', p_best: 1, too_early: false },
    ])
    const board = JSON.parse(jot('analyse', 'board', '--bundle', demo, '--by', 'class,temp_band', '--json', '--confidence', '0.95').stdout) as {
      confidence: number
      rows: Record<string, unknown>[]
    }
    expect(board.confidence).toBe(0.95)
    expect(board.rows[0]).toMatchObject({
      class: expect.any(String) as string,
      temp_band: expect.any(String) as string,
      hours: expect.any(Number) as number,
      shrunken: expect.any(Number) as number,
      exact_upper: expect.any(Number) as number,
    })
    const people = jot('analyse', 'board', '--bundle', demo, '--by', 'water').stdout
    expect(people).toMatch(/^1\d{3} strikes in 1\d{3}\.\d\d hours on 15\d trips: 1\.\d\d an hour, 1\.\d\d to 1\.\d\d \(knowing that trips differ, 90 %\)/)
    expect(people).toMatch(/Left out: \d+ trips without the hours this needs/)
  })

  it.each([
    [['--by', 'water_temp_c'], /temp_band/],
    [['--by', 'speed'], /no column speed/],
    [['--by', 'lure', '--where', 'water_temp_c=9..4'], /empty/],
    [['--by', 'lure', '--confidence', '2'], /between 0 and 1/],
    [[], /--by/],
  ])('ends with 2 and says why for %j', (args, message) => {
    expect(jot('analyse', 'board', '--bundle', demo, ...args)).toMatchObject({ status: 2, stderr: expect.stringMatching(message) as string })
  })

  it('ends with 1 for a bundle with faults, and with 2 for one that is not there', () => {
    expect(jot('analyse', 'board', '--bundle', bundle({ 'waters.csv': 'lake\nW\n' }), '--by', 'lure').status).toBe(1)
    expect(jot('analyse', 'board', '--bundle', '/nowhere', '--by', 'lure').status).toBe(2)
  })

  it('has nothing to say of no hours, without NaN', () => {
    const { status, stdout } = jot('analyse', 'board', '--bundle', demo, '--by', 'lure', '--where', 'water_temp_c=40..45', '--json')
    expect([status, (JSON.parse(stdout) as { rows: unknown; all: unknown }).rows, stdout.includes('NaN')]).toEqual([0, [], false])
  })
})

describe('jot import and export', () => {
  it('bring the demo bundle into a book and out again as the same bytes', () => {
    expect(jot('import', demo, '--book', 'Copy')).toMatchObject({ status: 0, stdout: expect.stringContaining(`Imported ${DEMO_RECORDS} new`) as string })
    expect(jot('import', demo, '--book', 'Copy').stdout).toContain(`${DEMO_RECORDS} were unchanged`)
    const out = mkdtempSync(join(tmpdir(), 'jot-out-'))
    expect(jot('export', '--book', 'Copy', '--out', out).status).toBe(0)
    for (const name of readdirSync(demo)) expect(readFileSync(join(out, name), 'utf8'), name).toBe(readFileSync(join(demo, name), 'utf8'))
    expect(jot('export', '--book', 'Copy', '--out', out, '--as', 'json').status).toBe(0)
    const strikes = readFileSync(join(demo, 'strikes.csv'), 'utf8').trimEnd().split('\r\n').length - 1
    const whole = JSON.parse(readFileSync(join(out, 'book.json'), 'utf8')) as { format: string; records: { strike: unknown[] } }
    expect([whole.format, whole.records.strike.length]).toEqual(['jot-book', strikes])
    expect(jot('export', '--book', 'None', '--out', out).status).toBe(2)
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
    expect(jot('import', join(out, 'book.json'), '--book', 'Copy')).toMatchObject({ status: 2, stderr: expect.stringContaining('already') as string })
    writeFileSync(join(out, 'broken.json'), once.replace('"landed"', '"eaten"'))
    expect(jot('import', join(out, 'broken.json'), '--book', 'Other')).toMatchObject({
      status: 1,
      stderr: expect.stringContaining('Outcome must be one of') as string,
    })
  })
})
