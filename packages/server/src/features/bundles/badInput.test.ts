import { join } from 'node:path'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { KINDS, fieldsOf } from '@jotbook/core'
import type { Fields, FieldSpec, Kind } from '@jotbook/core'
import { bytesOfText, zipBundle } from '@jotbook/core/formats'
import type { BundleRemark } from '@jotbook/contract'
import { TestServer, change, newRecordId } from '../../test/testServer.ts'
import { projectFolder } from '../../platform/config.ts'
import { loadStates } from '../changes/recordRepository.ts'

let server: TestServer
let book: string
beforeAll(async () => {
  server = await TestServer.start()
  book = await server.makeBook()
})
afterAll(() => server.stop())

/** Whatever came in: the server is up, and nothing of it is in the book. */
afterEach(async () => {
  expect((await server.ask('GET', '/api/health')).status).toBe(200)
  for (const kind of KINDS.filter((one) => one !== 'book' && one !== 'member'))
    expect(await loadStates(server.database, book, kind)).toEqual([])
})

type Row = readonly [sent: string, answered: string]
const placeOf = ({ file, line, column, message }: BundleRemark): string =>
  `${[file, line > 0 && `line ${line}`, column].filter(Boolean).join(', ')}: ${message}`

/** A dry run's answer in one line: the first fault with its place, or what would come in. */
async function tryArchive(archive: Uint8Array): Promise<string> {
  const { status, body } = await server.importArchive(book, archive, 'namespace=bad&dry=1')
  if (status !== 200) return `${status}: ${body.detail}`
  const [fault] = body.faults
  return fault
    ? placeOf(fault)
    : `would bring in ${body.created}${body.remarks[0] ? `; ${placeOf(body.remarks[0])}` : ''}`
}

const WATERS = 'water\nNorth Arm\n'
const TRIP = 'trip,water,start,end,note\nT1,North Arm,2026-03-14T06:30:00-05:00,2026-03-14T12:00:00-05:00,calm\n'
const files = (changed: Readonly<Record<string, string | Uint8Array>>): Uint8Array => {
  const all = { 'waters.csv': WATERS, 'trips.csv': TRIP, ...changed }
  return zipBundle(
    new Map(
      Object.entries(all).map(([name, content]) => [
        name,
        typeof content === 'string' ? content : Buffer.from(content).toString('latin1'),
      ]),
    ),
  )
}
/** Half a megabyte that cannot be packed away. */
const longNote = (): string =>
  Buffer.from(Array.from({ length: 3 * 2 ** 17 }, (_, i) => (Math.imul(i, 2654435761) >>> 24) & 255)).toString('base64')
const latin1 = (text: string): Uint8Array => Uint8Array.from(Buffer.from(text, 'latin1'))

const FILES: readonly (readonly [string, () => Uint8Array])[] = [
  ['a header that misses a column', () => files({ 'trips.csv': TRIP.replace('water,start', 'lake,start') })],
  ['a file name nobody knows', () => files({ 'diary.csv': 'day\n1\n' })],
  ['a byte order mark and CRLF', () => files({ 'trips.csv': `\ufeff${TRIP.replaceAll('\n', '\r\n')}` })],
  ['semicolons instead of commas', () => files({ 'trips.csv': TRIP.replaceAll(',', ';') })],
  ['an unclosed quote', () => files({ 'trips.csv': TRIP.replace('calm', '"calm') })],
  ['a row with too many cells', () => files({ 'trips.csv': TRIP.replace('calm', 'calm,and,more') })],
  ['a time without an offset', () => files({ 'trips.csv': TRIP.replace('06:30:00-05:00', '06:30:00') })],
  ['a day that does not exist', () => files({ 'trips.csv': TRIP.replace('2026-03-14T06', '2026-02-30T06') })],
  [
    'a temperature typed in the wrong unit',
    () => files({ 'readings.csv': 'trip,time,water_temp_c\nT1,2026-03-14T07:00:00-05:00,52\n' }),
  ],
  [
    'a number with a decimal comma',
    () => files({ 'readings.csv': 'trip,time,water_temp_c\nT1,2026-03-14T07:00:00-05:00,"8,5"\n' }),
  ],
  [
    'a word outside a closed vocabulary',
    () => files({ 'strikes.csv': 'strike,trip,time,outcome\nK1,T1,2026-03-14T07:00:00-05:00,eaten\n' }),
  ],
  ['an id nobody has', () => files({ 'trips.csv': TRIP.replace('North Arm,2026', 'South Arm,2026') })],
  ['the same id twice', () => files({ 'waters.csv': 'water\nNorth Arm\nNorth Arm\n' })],
  ['half a megabyte in a note', () => files({ 'trips.csv': TRIP.replace('calm', longNote()) })],
  ['a formula in a cell, guarded by an apostrophe', () => files({ 'trips.csv': TRIP.replace('calm', "'=1+1") })],
  ['no archive at all', () => bytesOfText('water\nNorth Arm\n')],
  ['an archive cut in half', () => files({}).slice(0, 100)],
  ['an entry that points outside', () => zipBundle(new Map([['../waters.csv', WATERS]]))],
  [
    'an entry twice',
    () =>
      zipBundle(
        new Map([
          ['a/waters.csv', WATERS],
          ['b/waters.csv', WATERS],
        ]),
      ),
  ],
  ['10,000 entries', () => zipBundle(new Map(Array.from({ length: 10_000 }, (_, i) => [`${i}.csv`, ''])))],
  ['a cell packed 1,000 to one', () => zipBundle(new Map([['strikes.csv', 'x'.repeat(3_000_000)]]))],
  ['a file of 100 MB', () => new Uint8Array(100 * 2 ** 20)],
]

/** A push of one change, answered by the book. */
async function tryPush(kind: Kind, fields: Fields, into = book): Promise<string> {
  const { status, body } = await server.ask('POST', `/api/books/${into}/changes`, {
    schema: 1,
    device: 'd-test',
    changes: [change(kind, newRecordId(), fields)],
  })
  if (status !== 200) return `${status}: ${String(body.detail)}`
  const [refusal] = body.refused as { problem: { detail: string } }[]
  return refusal ? refusal.problem.detail : 'taken'
}

const beyond = (spec: FieldSpec): unknown => {
  switch (spec.type) {
    case 'quantity':
    case 'number':
      return spec.max * 2 + 1
    case 'text':
      return 'x'.repeat(2 ** 19)
    case 'choice':
      return 'something else'
    case 'instant':
      return '2026-03-14T06:30:00'
    case 'date':
      return '14.03.2026'
    case 'zone':
      return 'Mars/Olympus'
    case 'flag':
      return 'perhaps'
    case 'words':
      return 'one;two'
    case 'word':
      return 'x'.repeat(2 ** 19)
    case 'ref':
      return 7
    case 'json':
      return undefined
  }
}

/** The least a record of a kind needs, so that only the field tried is wrong. */
function least(kind: Kind): Fields {
  const value = (spec: FieldSpec): string => {
    if (spec.type === 'ref') return newRecordId()
    if (spec.type === 'instant') return '2026-03-14T11:30:00.000Z'
    return spec.type === 'date' ? '2026-03-14' : 'a'.repeat(64)
  }
  return Object.fromEntries(
    Object.entries(fieldsOf(kind)).flatMap(([name, spec]) => (spec.required ? [[name, value(spec)]] : [])),
  )
}

const table = (title: string, head: Row, rows: readonly Row[]): string =>
  [
    `## ${title}`,
    '',
    `| ${head[0]} | ${head[1]} |`,
    '|---|---|',
    ...rows.map(([sent, answered]) => `| ${sent} | ${answered.replaceAll('|', '\\|')} |`),
    '',
  ].join('\n')

describe('what is wrong is answered with its place, and nothing of it comes in', () => {
  const parts: string[] = []

  it('in files', async () => {
    const rows: Row[] = []
    for (const [sent, archive] of FILES) rows.push([sent, await tryArchive(archive())])
    // Bytes that are no UTF-8 come as they are, not through the packing of text.
    const { zipSync } = await import('fflate')
    rows.push([
      'Latin-1 bytes',
      await tryArchive(zipSync({ 'waters.csv': latin1('water,note\nNorth Arm,Schöne Bucht\n') })),
    ])
    const taken = [
      'a byte order mark and CRLF',
      'a formula in a cell, guarded by an apostrophe',
      'a file name nobody knows',
    ]
    expect(
      rows
        .filter(([, answered]) => answered.startsWith('would'))
        .map(([sent]) => sent)
        .sort(),
    ).toEqual(taken.sort())
    parts.push(table('Files', ['sent', 'answered'], rows))
  })

  it('in fields, each with its range', async () => {
    const rows: Row[] = []
    for (const kind of KINDS.filter((one) => one !== 'member')) {
      for (const [field, spec] of Object.entries(fieldsOf(kind))) {
        const value = beyond(spec)
        if (value === undefined) continue
        const answered = await tryPush(kind, { ...least(kind), [field]: value } as Fields)
        expect(answered, `${kind}.${field}`).not.toBe('taken')
        rows.push([`${kind}: ${field}`, answered])
      }
    }
    parts.push(table('Fields', ['field', 'answer to a value outside of it'], rows))
  })

  it('of another book, or of none', async () => {
    const other = await server.makeBook('Another')
    const water = newRecordId()
    await server.push(other, [change('water', water, { name: 'Theirs' })])
    const rows: Row[] = []
    const send = async (sent: string, answer: Promise<string>): Promise<void> => void rows.push([sent, await answer])
    await send('a trip on a water of another book', tryPush('trip', { water, start: '2026-03-14T11:30:00.000Z' }))
    await send(
      'a strike of a trip nobody has',
      tryPush('strike', { trip: newRecordId(), time: '2026-03-14T11:30:00.000Z' }),
    )
    await send('a push into a book that is not there', tryPush('water', { name: 'Mine' }, newRecordId()))
    await send(
      'a bundle that names a water of another book',
      tryArchive(files({ 'trips.csv': TRIP.replace('North Arm', water) })).then((answer) =>
        answer.replaceAll(water, '…'),
      ),
    )
    for (const [sent, answered] of rows) expect(answered, sent).not.toMatch(/^(taken|would)/)
    parts.push(table('Ids', ['sent', 'answered'], rows))
  })

  it('stands in the document', async () => {
    const head =
      '# What is not taken, and what is answered\n\nWritten by the tests (`badInput.test.ts`) from what the server really answered; after each of these it was up and the book as before.\n'
    await expect([head, ...parts].join('\n').trimEnd() + '\n').toMatchFileSnapshot(
      join(projectFolder(), 'docs/bad-input.md'),
    )
  })
})
