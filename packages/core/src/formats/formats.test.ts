import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readBundle, writeBundle } from './index.ts'
import { withApostrophe, withoutApostrophe } from './cells.ts'

const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text)
const read = (files: Record<string, string | Uint8Array>) =>
  readBundle(new Map(Object.entries(files).map(([name, text]) => [name, typeof text === 'string' ? utf8(text) : text])))

const WATERS = 'water,time_zone\nPond,America/Chicago\n'

describe('reading a bundle', () => {
  it('takes a byte order mark, Windows line ends and blank lines', () => {
    const { rows, faults } = read({ 'waters.csv': '\ufeffwater,latitude\r\n\r\n"Pond, the",36.9\r\n' })
    expect([faults, rows.map(({ foreignId, line, fields }) => [foreignId, line, fields.latitude])]).toEqual([
      [],
      [['Pond, the', 3, 36.9]],
    ])
  })

  it('takes the imperial twin of any measured column, and another unit of the same kind', () => {
    const { rows, faults } = read({
      'waters.csv': WATERS,
      'trips.csv': 'trip,water,start\nT,Pond,2026-03-14T06:30:00-05:00\n',
      'readings.csv':
        'trip,time,water_temp_f,visibility_in,wind_mph,pressure_inhg,rain_in\nT,2026-03-14T06:30:00-05:00,50,24,10,29.92,0.5\n',
    })
    expect(faults).toEqual([])
    const reading = rows.find(({ kind }) => kind === 'reading')?.fields
    expect(reading).toMatchObject({ waterTempC: 10, visibilityM: 0.6096, windMps: 4.4704, rainMm: 12.7 })
    expect(reading?.pressureHpa).toBeCloseTo(1013.2, 1)
  })

  it.each([
    ['bytes that are not UTF-8', { 'waters.csv': new Uint8Array([0x77, 0x61, 0xe9, 0x0a]) }, 1, /not UTF-8/],
    ['semicolons', { 'waters.csv': 'water;latitude\nPond;3\n' }, 1, /semicolons/],
    ['an unclosed quote', { 'waters.csv': 'water\n"Pond\n' }, 2, /cannot be read/],
    ['a column given twice', { 'lures.csv': 'lure,class,length_mm,length_in\nA,popper,70,3\n' }, 1, /same thing/],
    ['an id given twice', { 'waters.csv': 'water\nPond\nPond\n' }, 3, /twice/],
    ['more cells than columns', { 'waters.csv': 'water\nPond,3\n' }, 2, /2 cells, the header 1/],
    ['a number with its unit', { 'waters.csv': 'water,latitude\nPond,36.9N\n' }, 2, /not a number/],
    ['a folder of something else', { 'notes.csv': 'a\n' }, 0, /none of waters.csv/],
  ] as const)('names the place of %s', (_name, files, line, message) => {
    const { faults } = read(files)
    expect(faults[0]).toMatchObject({ line, message: expect.stringMatching(message) as string })
  })

  it('gives a trip its water’s zone, else the offset it was written with', () => {
    const trips = 'trip,water,start\nT,Pond,2026-03-14T06:30:00+05:30\n'
    const zone = (waters: string): unknown =>
      read({ 'waters.csv': waters, 'trips.csv': trips }).rows.find(({ kind }) => kind === 'trip')?.fields.timeZone
    expect([zone(WATERS), zone('water\nPond\n')]).toEqual(['America/Chicago', '+05:30'])
  })
})

describe('writing a bundle', () => {
  it('keeps any text through a spreadsheet’s formulas and back', () => {
    fc.assert(fc.property(fc.string(), (text) => void expect(withoutApostrophe(withApostrophe(text))).toBe(text)))
    for (const formula of ['=1+1', ' =1+1', '\t=1', '＝1+1', '-2+3', '@SUM(A1)', '\r=1', "'=1", '\tA1'])
      expect(withApostrophe(formula)).toBe(`'${formula}`)
    // A list is one cell also where semicolons separate them.
    const lures = writeBundle({
      lure: [{ id: 'l', fields: { name: 'Jig', class: 'popper', standsFor: ['shad', '=1+1'] } }],
    }).get('lures.csv')
    expect(lures).toContain('"shad;=1+1"')
  })

  it('calls records by the id they came with, else by a name no other has, else by our own id', () => {
    const water = (id: string, name: string, foreignId?: string) => ({
      id,
      fields: { name },
      ...(foreignId ? { foreignId } : {}),
    })
    const files = writeBundle({
      water: [water('u1', 'Pond'), water('u2', 'Lake'), water('u3', 'Lake'), water('u4', 'Bay', 'B-7')],
    })
    expect(
      files
        .get('waters.csv')
        ?.trim()
        .split('\r\n')
        .slice(1)
        .map((line) => line.split(',').slice(0, 2)),
    ).toEqual([
      ['B-7', 'Bay'],
      ['Pond', 'Pond'],
      ['u2', 'Lake'],
      ['u3', 'Lake'],
    ])
  })
})
