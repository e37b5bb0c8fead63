import { describe, expect, it } from 'vitest'
import { IMPERIAL, METRIC } from '../../units/index.ts'
import { readBundle } from '../index.ts'
import { dateOrders, guessMapping, parseDate, possibleOrders, readTable, translate, wordsToPlace } from './index.ts'
import type { Mapping, TranslateContext } from './index.ts'

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text)
const CONTEXT: TranslateContext = {
  waters: [{ id: 'w-1', name: 'North Arm', timeZone: 'America/Chicago' }],
  lures: [{ id: 'l-1', name: 'Jerkbait, grey' }],
  spots: [],
  people: ['Rowan'],
  water: undefined,
  zone: 'Europe/Berlin',
}

function read(text: string, change: Partial<Mapping> = {}, context: Partial<TranslateContext> = {}) {
  const table = readTable(bytes(text))
  const mapping = { ...guessMapping(table, IMPERIAL), ...change }
  const translated = translate(table, mapping, { ...CONTEXT, ...context })
  const rows = readBundle(
    new Map([...translated.files].map(([name, content]) => [name, bytes(content)])),
    (_kind, id) => /^[wl]-1$/.test(id),
  )
  if (translated.files.size > 0) expect(rows.faults).toEqual([])
  return {
    ...translated,
    of: (kind: string) => rows.rows.filter((row) => row.kind === kind).map(({ fields }) => fields),
  }
}

describe('a table of other origin', () => {
  it.each([
    ['a;b\n1;2\n', ';'],
    ['a,b\n1,2\n', ','],
    ['a\tb\n1\t2\n', '\t'],
    ['"a;x",b\n1,2\n', ','],
  ])('finds the separator of %j', (text, delimiter) => expect(readTable(bytes(text)).delimiter).toBe(delimiter))

  it('reads a mark of byte order, CRLF, blank lines and Latin-1, and knows the line of each row', () => {
    const table = readTable(
      Uint8Array.from([0xef, 0xbb, 0xbf, ...bytes('date,note\r\n\r\n1/2/2024,"two\nlines"\r\n2/2/2024,x\r\n')]),
    )
    expect([table.header, table.rows.length, table.lines]).toEqual([['date', 'note'], 2, [4, 5]])
    const latin = readTable(Uint8Array.from([...bytes('lake,note\nM'), 0xfc, ...bytes('hle,x\n')]))
    expect([latin.encoding, latin.rows[0]?.[0]]).toEqual(['latin-1', 'Mühle'])
  })

  it('refuses what is no table, and names the line', () => {
    expect(() => readTable(bytes(''))).toThrow(/Line 1: the file is empty/)
    expect(() => readTable(bytes('hello\nworld\n'))).toThrow(/only one column/)
    expect(() => readTable(bytes('a,b\n1,"2\n3,4\n'))).toThrow(/^Line \d: the file cannot be read/)
  })
})

describe('what decides', () => {
  it('comes in from columns of other people’s files: how, where, on what line, what was seen and how it bit', () => {
    const { of } = read(
      'Date,Time,Lake,Lure,Outcome,Felt,Hook set,Pitch,Spat up,Pause,Cast,Windblown,Line,Pound test,Bass count,Boats\n' +
        '2024-03-25,9:42,North Arm,"Jerkbait, grey",landed,tick,waited,2,crawfish,5,short,yes,fluorocarbon,10,1 to 6,3\n',
    )
    expect(of('strike')[0]).toMatchObject({ feltAs: 'tick', set: 'waited', pitch: 2, forageSeen: ['crawfish'] })
    expect({ ...of('stint')[0], ...of('reading')[0] }).toMatchObject({ bassCount: '1 to 6', boatsSeen: 3 })
  })
})

describe('dates', () => {
  it('are ambiguous until one of them can only be read one way', () => {
    expect(possibleOrders(['03/04/2024', '05/06/2024'])).toEqual(['mdy', 'dmy'])
    expect(possibleOrders(['03/04/2024', '03/25/2024'])).toEqual(['mdy'])
    expect(possibleOrders(['25.3.24'])).toEqual(['dmy'])
    expect(possibleOrders(['2024-03-04'])).toEqual(['ymd'])
    expect(possibleOrders(['14 Mar 2024', 'March 15, 2024'])).toEqual(['ymd'])
  })
  it.each([
    ['3/14/2024', 'mdy', '2024-03-14'],
    ['14.3.24', 'dmy', '2024-03-14'],
    ['2024-03-14', 'ymd', '2024-03-14'],
    ['Sat, 14 March 2024', 'mdy', '2024-03-14'],
    ['14/3/2024', 'mdy', undefined],
    ['2/30/2024', 'mdy', undefined],
  ] as const)('%s as %s is %s', (text, order, date) => expect(parseDate(text, order)).toBe(date))
})

describe('a log of catches', () => {
  const LOG = [
    'Date,Time,Lake,Lure,Species,Length (in),Weight lbs,Water Temp F,Moon',
    '3/14/2024,6:40 AM,north arm,"Jerkbait, grey",lm,16.5,2.5,47,full',
    '3/14/2024,,north arm,White spinnerbait,pike,,,,',
    '3/15/2024,7:05 PM,Mill Pond,White spinnerbait,,14,,48,',
    '',
  ].join('\n')

  it('is guessed column by column, with units from the header', () => {
    const mapping = guessMapping(readTable(bytes(LOG)), METRIC)
    expect(mapping).toMatchObject({ rowIs: 'strike', dateOrder: 'mdy' })
    expect(mapping.columns).toEqual([
      'row.date',
      'row.time',
      'water.name',
      'lure.name',
      'strike.species',
      'strike.lengthMm',
      'strike.weightG',
      'reading.waterTempC',
      '',
    ])
    expect([mapping.units[5], mapping.units[6], mapping.units[7]]).toEqual(['in', 'lb', 'F'])
  })

  it('is guessed from the words a name holds when it is none that is known', () => {
    const mapping = guessMapping(
      readTable(
        bytes(
          'Date;Time;Fish length (cm);Bait used;Lake fished;Something else\n2024-03-14;9:42;41,5;Popper;Mill Pond;x\n',
        ),
      ),
      METRIC,
    )
    expect(mapping.columns).toEqual(['row.date', 'row.time', 'strike.lengthMm', 'lure.name', 'water.name', ''])
    expect(mapping.units[2]).toBe('cm')
  })

  it('becomes trips without hours: fish that tell of size, their lures, and readings, in the water’s own zone', () => {
    const { of, faults } = read(LOG)
    expect(faults).toEqual([])
    expect(of('trip')).toMatchObject([
      { water: 'w-1', effortKnown: 'none', timeZone: 'America/Chicago' },
      { water: 'Mill Pond', effortKnown: 'none', timeZone: 'Europe/Berlin' },
    ])
    expect(of('water')).toMatchObject([{ name: 'Mill Pond' }])
    expect(of('lure')).toMatchObject([{ name: 'White spinnerbait', class: 'spinnerbait' }])
    expect(of('strike')).toMatchObject([
      {
        time: '2024-03-14T11:40:00.000Z',
        outcome: 'landed',
        species: 'largemouth',
        lengthMm: 419.1,
        weightG: expect.closeTo(1133.98, 2) as number,
        note: 'Moon: full',
      },
      { timeUnknown: true, species: 'pike' },
      { time: '2024-03-15T18:05:00.000Z', lengthMm: 355.6 },
    ])
    expect(of('stint').map(({ lure }) => lure)).toEqual(['l-1', 'White spinnerbait', 'White spinnerbait'])
    expect(of('reading').map(({ waterTempC }) => waterTempC)).toEqual([
      expect.closeTo(25 / 3, 9),
      expect.closeTo(80 / 9, 9),
    ])
  })

  it('gives the same ids each time, and says where a row came from', () => {
    const [a, b] = [read(LOG), read(LOG)]
    expect([...a.files]).toEqual([...b.files])
    expect(a.sourceLine('strikes.csv', 3)).toBe(3)
    expect(a.sourceLine('trips.csv', 3)).toBe(4)
  })

  it('names line and column of what cannot be read', () => {
    const { faults } = read(
      'Date,Time,Lake,Length (in)\n3/14/2024,25:00,North Arm,16\n13/14/2024,6:00,North Arm,big\n',
      { dateOrder: 'mdy' },
    )
    expect(faults).toEqual([
      { line: 2, column: 'Time', message: '“25:00” is not a time of day.' },
      { line: 3, column: 'Date', message: '“13/14/2024” is not a date in the chosen order.' },
    ])
    expect(read('Date,Length\n2024-03-14,16\n').faults).toMatchObject([
      { line: 2, message: 'The row names no water. Choose one above for all of them.' },
    ])
    expect(read('Date,Length\n2024-03-14,16\n', {}, { water: 'w-1' }).faults).toEqual([])
  })

  it('must be told how to read 03/04', () => {
    const table = readTable(bytes('Date,Lake,Length\n03/04/2024,North Arm,16\n'))
    const mapping = guessMapping(table, IMPERIAL)
    expect([mapping.dateOrder, dateOrders(table, mapping.columns)]).toEqual([undefined, ['mdy', 'dmy']])
    expect(() => translate(table, mapping, CONTEXT)).toThrow(/must be chosen/)
    const of = (order: 'mdy' | 'dmy') =>
      [...translate(table, { ...mapping, dateOrder: order }, CONTEXT).files.values()].join()
    expect([of('mdy').includes('2024-03-04'), of('dmy').includes('2024-04-03')]).toEqual([true, true])
  })
})

describe('a table in another language', () => {
  // The languages' names are our own translations, no source; what is checked is that units and numbers come through.
  const GERMAN = [
    'Datum;Uhrzeit;Gewässer;Köder;Ködertyp;Fischart;Länge (cm);Gewicht;Wassertemp. °C;Wind (km/h);Ergebnis;Bemerkung',
    'Sa., 14.03.2026;6.40 Uhr;Mühlweiher;Jerkbait, grey;Wobbler;Largemouth;42,5;1.250 g;8,5;18;gelandet;am Steg',
    '14.03.2026;18h30;mühlweiher;Weißer Spinner;Spinnerbait;pike;;ca. 2.100 g;9,0;12 kn;Aussteiger;',
    '15.03.2026;7:05;Mühlweiher;Weißer Spinner;Spinnerbait;;38,25 cm;;;;Fehlbiss;',
    '',
  ].join('\n')

  it('is read by its names, with commas and points as that language has them', () => {
    const table = readTable(bytes(GERMAN))
    const mapping = guessMapping(table, IMPERIAL)
    expect([mapping.rowIs, mapping.dateOrder, mapping.decimal]).toEqual(['strike', 'dmy', ','])
    expect(Object.fromEntries(table.header.map((name, i) => [name, [mapping.columns[i], mapping.units[i]]]))).toEqual({
      Datum: ['row.date', ''],
      Uhrzeit: ['row.time', ''],
      Gewässer: ['water.name', ''],
      Köder: ['lure.name', ''],
      Ködertyp: ['lure.class', ''],
      Fischart: ['strike.species', ''],
      'Länge (cm)': ['strike.lengthMm', 'cm'],
      Gewicht: ['strike.weightG', 'g'],
      'Wassertemp. °C': ['reading.waterTempC', 'C'],
      'Wind (km/h)': ['reading.windMps', 'kmh'],
      Ergebnis: ['strike.outcome', ''],
      Bemerkung: ['row.note', ''],
    })
    expect(wordsToPlace(table, mapping).map(({ target, word, count }) => [target, word, count])).toEqual([
      ['strike.outcome', 'Aussteiger', 1],
      ['lure.class', 'Wobbler', 1],
    ])
    expect(read(GERMAN).faults).toMatchObject([{ line: 3, column: 'Ergebnis' }])
    const words = { 'strike.outcome': { aussteiger: 'lost' }, 'lure.class': { wobbler: 'suspending jerkbait' } }
    const { of, faults, names } = read(GERMAN, { words })
    expect(faults).toEqual([])
    expect(of('strike')).toMatchObject([
      {
        outcome: 'landed',
        lengthMm: 425,
        weightG: 1250,
        time: '2026-03-14T05:40:00.000Z',
        species: 'largemouth',
        note: 'am Steg',
      },
      { outcome: 'lost', weightG: 2100, time: '2026-03-14T17:30:00.000Z' },
      { outcome: 'missed', lengthMm: 382.5 },
    ])
    expect(of('reading')).toMatchObject([
      { waterTempC: 8.5, windMps: 5 },
      { waterTempC: 9, windMps: expect.closeTo((12 * 1852) / 3600, 9) as number },
    ])
    expect(of('trip')).toHaveLength(2)
    expect(names.map(({ kind, name, rows, sameAs }) => [kind, name, rows, sameAs])).toEqual([
      ['water', 'Mühlweiher', 3, ''],
      ['lure', 'Jerkbait, grey', 1, 'l-1'],
      ['lure', 'Weißer Spinner', 2, ''],
    ])
    expect(
      read(GERMAN, { words, same: { 'water muhlweiher': 'w-1', 'lure jerkbait, grey': '' } }).of('trip')[0],
    ).toMatchObject({ water: 'w-1' })
  })

  it.each([
    [
      'date,taille (cm),poids (kg),leurre,lac,résultat\n12 août 2025,41,"1,2",Leurre souple,Lac Rond,pris',
      ['lengthMm', 410, 'weightG', 1200, '2025-08-12'],
    ],
    [
      'Fecha;Talla;Peso;Señuelo;Embalse\n3 de enero de 2026;41,5 cm;980 g;Popper;El Charco',
      ['lengthMm', 415, 'weightG', 980, '2026-01-03'],
    ],
    [
      'data;lunghezza cm;peso g;esca;lago\n21/06/2025;39;870;Popper;Lago Verde',
      ['lengthMm', 390, 'weightG', 870, '2025-06-21'],
    ],
    // Names of a language that is not known: units and numbers are.
    ['päivä;pituus (cm);paino (g);järvi\n21.6.2025;39;870;Lampi', ['lengthMm', 390, 'weightG', 870, '2025-06-21']],
  ])('of %j gives its sizes and its day', (text, [, lengthMm, , weightG, day]) => {
    const { of, faults } = read(`${text}\n`, {}, { water: 'w-1' })
    expect(faults).toEqual([])
    expect(of('strike')).toMatchObject([{ lengthMm, weightG }])
    expect(String(of('trip')[0]?.start).slice(0, 10)).toBe(day)
  })
})

describe('a cell', () => {
  it('may hold any word, also one that every object knows', () => {
    const text =
      'Date,Lake,Result,Length\n2026-03-14,x,landed,16\n2026-03-14,x,__proto__,16\n2026-03-14,x,constructor,16\n'
    const words = { 'strike.outcome': { gone: 'lost' } }
    expect(read(text, { words }).faults.map(({ line, column }) => [line, column])).toEqual([
      [3, 'Result'],
      [4, 'Result'],
    ])
  })
})

describe('guesses', () => {
  const guess = (text: string, names?: Parameters<typeof guessMapping>[2]) =>
    guessMapping(readTable(bytes(text)), IMPERIAL, names)

  it('look at what stands under a name, not at the name alone', () => {
    const { columns } = guess('Date,Wind,Temp,Pond,Notes\n3/14/2026,NW,warm,North Arm,x\n', {
      waters: ['North Arm'],
      lures: [],
    })
    expect(columns).toEqual(['row.date', '', '', 'water.name', 'row.note'])
    expect(
      guess('When,A,B,C,D\n2026-03-14,6:40,1018,16.5 in,landed\n2026-03-14,7:40,1017,14 in,missed\n').columns,
    ).toEqual(['row.date', 'row.time', 'reading.pressureHpa', 'strike.lengthMm', 'strike.outcome'])
  })

  it('take an inch mark for what it is, and leave scales alone that no unit of ours stands for', () => {
    const { columns, units } = guess('Date,Length ",Wind (Bft),Depth \'\n2026-03-14,16.5,3,6\n')
    expect([columns, units[1]]).toEqual([['row.date', 'strike.lengthMm', '', 'stint.depthM'], 'in'])
  })

  it('choose the unit that the values can be in', () => {
    expect(guess('Date,Lake,Length,Weight,Water temp\n2026-03-14,x,45,1250,8.5\n').units.slice(2)).toEqual([
      'cm',
      'g',
      'F',
    ])
    expect(guess('Date,Lake,Length (mm),Water temp\n2026-03-14,x,451,8.5\n').units.slice(2)).toEqual(['mm', 'C'])
  })
})

describe('spells and outings', () => {
  it('with a lure from when to when are stints, their trip as long as all of them', () => {
    const { of, remarks } = read(
      [
        'Date;Lake;Lure;From;To;Bites',
        '14.3.2024;North Arm;Jerkbait, grey;6:30;8:00;2',
        '14.3.2024;North Arm;Compact jig;8:00;9.15;',
        '14.3.2024;North Arm;Compact jig;23:30;0:30;1',
        '',
      ].join('\n'),
    )
    expect(of('trip')).toMatchObject([
      { effortKnown: 'full', start: '2024-03-14T11:30:00.000Z', end: '2024-03-15T05:30:00.000Z' },
    ])
    expect(of('stint').map(({ start, end }) => [start, end])[1]).toEqual([
      '2024-03-14T13:00:00.000Z',
      '2024-03-14T14:15:00.000Z',
    ])
    expect(of('strike').map(({ time, stint }) => [time, typeof stint])).toEqual([
      ['2024-03-14T12:15:00.000Z', 'string'],
      ['2024-03-14T12:15:00.000Z', 'string'],
      ['2024-03-15T05:00:00.000Z', 'string'],
    ])
    expect(remarks).toEqual(['Strikes told only as a number stand in the middle of their stint.'])
  })

  it('of mere hours are trips, their strikes without a time', () => {
    const { of, remarks } = read('Day,Water,Hours,Strikes,Notes\n2024-03-14,North Arm,4:30,3,windy\n')
    expect(of('trip')).toMatchObject([
      { effortKnown: 'trip', start: '2024-03-14T12:00:00.000Z', end: '2024-03-14T16:30:00.000Z', note: 'windy' },
    ])
    expect(of('strike')).toHaveLength(3)
    expect(of('strike').every(({ timeUnknown }) => timeUnknown)).toBe(true)
    expect(remarks[0]).toMatch(/7:00 stands for it/)
  })

  it('of tackle are lures', () => {
    expect(read('Lure,Type,Color\nPond special,Squarebill,brown\n').of('lure')).toEqual([
      { name: 'Pond special', class: 'squarebill', back: 'brown' },
    ])
  })
})
