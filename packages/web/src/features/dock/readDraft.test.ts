import { describe, expect, it } from 'vitest'
import { IMPERIAL } from '@jotbook/core'
import { doubtsOf } from './doubtsOf.ts'
import { emptyReading, emptyStint, newDraft, nextDraft } from './dockDraft.ts'
import type { DockDraft } from './dockDraft.ts'
import { cellName, readDraft } from './readDraft.ts'

const WATER = { id: 'w', name: 'Pond', timeZone: 'America/Chicago' }
let n = 0
const id = (): string => `01900000-0000-7000-8000-${String(++n).padStart(12, '0')}`

function draft(part: Partial<DockDraft>): DockDraft {
  return {
    ...newDraft(id, undefined, Date.UTC(2026, 2, 15), 'America/Chicago', IMPERIAL),
    water: 'w',
    date: '2026-03-14',
    start: '630',
    end: '3pm',
    ...part,
  }
}
const stint = (end: string, more = {}) => ({ ...emptyStint(id()), lure: 'l', end, ...more })
const strike = (time: string, more = {}) => ({
  id: id(),
  time,
  angler: '',
  outcome: '',
  length: '',
  weight: '',
  note: '',
  ...more,
})
const read = (part: Partial<DockDraft>) => readDraft(draft(part), WATER.timeZone)
const fieldsOf = (result: ReturnType<typeof read>, kind: string) =>
  result.records.filter((record) => record.kind === kind).map(({ fields }) => fields)

describe('a draft', () => {
  it('means stints that begin where the last ended, in the water’s own zone', () => {
    const result = read({ stints: [stint('730'), stint('9:15'), stint('11', { start: '1000' })] })
    expect(result.problems).toEqual({})
    expect(fieldsOf(result, 'stint').map(({ start, end }) => [start, end])).toEqual([
      ['2026-03-14T11:30:00.000Z', '2026-03-14T12:30:00.000Z'],
      ['2026-03-14T12:30:00.000Z', '2026-03-14T14:15:00.000Z'],
      ['2026-03-14T15:00:00.000Z', '2026-03-14T16:00:00.000Z'],
    ])
    expect(result.account).toMatchObject({ accountedMin: 225, onTheWaterMin: 510 })
  })

  it('reads a time earlier than the row above as the next day, and says so', () => {
    const night = stint('1:30')
    const result = read({ start: '20:00', end: '2:00', stints: [night] })
    expect(fieldsOf(result, 'trip')[0]?.end).toBe('2026-03-15T07:00:00.000Z')
    expect([result.notices['trip:end'], result.notices[cellName('stint', night.id, 'end')]]).toEqual([
      'next day',
      'next day',
    ])
  })

  it('asks about a trip that is yet to come, and about an end that lies before its start', () => {
    const nowMs = Date.UTC(2026, 2, 16)
    expect(doubtsOf(read({}), nowMs)).toEqual({})
    expect(Object.keys(doubtsOf(read({ date: '2026-03-20' }), nowMs))).toEqual(['trip:date'])
    expect(Object.keys(doubtsOf(read({ start: '3pm', end: '8:30' }), nowMs))).toEqual(['trip:end'])
    expect(doubtsOf(read({ start: '20:00', end: '2:00' }), nowMs)).toEqual({})
  })

  it('puts a strike into the stint in hand, and asks whose it was when two people fished', () => {
    const [a, b] = [stint('900'), stint('1100')]
    const one = read({ stints: [a, b], strikes: [strike('7:00'), strike('9:00'), strike('2pm')] })
    expect(fieldsOf(one, 'strike').map((fields) => fields.stint)).toEqual([a.id, b.id, null])
    const asked = strike('8:00')
    const two = read({
      people: 'Rowan, Tilda',
      stints: [stint('900', { angler: 'Rowan' }), stint('900', { angler: 'Tilda', start: '630' })],
      strikes: [asked, strike('8:10', { angler: 'Tilda' })],
    })
    expect(two.notices[cellName('strike', asked.id, 'angler')]).toBe('Whose strike was it?')
    expect(fieldsOf(two, 'strike').map((fields) => typeof fields.stint)).toEqual(['object', 'string'])
  })

  it('takes rows typed out of order within the trip as the same day', () => {
    expect(
      fieldsOf(read({ stints: [stint('1500')], strikes: [strike('1000'), strike('9:00')] }), 'strike').map(
        ({ time }) => time,
      ),
    ).toEqual(['2026-03-14T15:00:00.000Z', '2026-03-14T14:00:00.000Z'])
  })

  it('keeps SI beside what was typed, in any unit', () => {
    const result = read({
      stints: [stint('1500')],
      strikes: [strike('7:00', { length: '16,5', weight: '2-8' }), strike('8:00', { length: '42 cm' })],
    })
    expect(
      fieldsOf(result, 'strike').map(({ lengthMm, lengthMmTyped, weightGTyped }) => [
        lengthMm,
        lengthMmTyped,
        weightGTyped,
      ]),
    ).toEqual([
      [419.1, '16.5 in', '2 lb 8 oz'],
      [420, '42 cm', null],
    ])
  })

  it('reads the columns that were chosen beside a row’s own by the field table, and leaves unknown what is empty', () => {
    const row = stint('900', { pauseS: '5', cover: 'dock', windblown: 'yes', depthM: '12 ft', setup: 'rod' })
    const seen = {
      ...emptyReading(id()),
      temp: '50',
      fry: 'no',
      preySeen: 'perch; bluegill',
      preyLengthMm: '2 in',
      boatsSeen: '3',
    }
    const bite = strike('7:00', { phase: 'still', pitch: '2', cover: 'brush' })
    const result = read({ stints: [row], readings: [seen], strikes: [bite] })
    expect(result.problems).toEqual({})
    expect(fieldsOf(result, 'stint')[0]).toMatchObject({
      pauseS: 5,
      cover: 'dock',
      windblown: true,
      depthMTyped: '12 ft',
      setup: 'rod',
      workS: null,
      structure: null,
    })
    expect(fieldsOf(result, 'reading')[0]).toMatchObject({
      fry: false,
      preySeen: ['perch', 'bluegill'],
      preyLengthMm: 50.8,
      boatsSeen: 3,
      bait: null,
    })
    expect(fieldsOf(result, 'strike')[0]).toMatchObject({ phase: 'still', pitch: 2, cover: 'brush', kept: null })
    const wrong = read({ stints: [{ ...row, pauseS: 'long', casts: '-1' }] }).problems
    expect(wrong[cellName('stint', row.id, 'pauseS')]).toMatch(/“long” is not a number/)
    expect(wrong[cellName('stint', row.id, 'casts')]).toMatch(/from 0/)
  })

  it('has a problem beside each cell that is not understood, out of range, skipped by the clocks, or missing', () => {
    const [row, wrong] = [stint('soon', { lure: '', lureText: 'grey' }), strike('7:00', { length: '900 in' })]
    const result = read({ stints: [row], strikes: [wrong] })
    expect(result.problems[cellName('stint', row.id, 'end')]).toMatch(/is not a time/)
    expect(result.problems[cellName('stint', row.id, 'lure')]).toMatch(/“grey”/)
    expect(result.problems[cellName('strike', wrong.id, 'length')]).toBe(
      'Length must be from 0 to 3000 mm (0 to 118 in).',
    )
    expect(read({ date: '2026-03-08', start: '2:30' }).problems['trip:start']).toMatch(/did not exist/)
    expect(read({ start: '', water: '', date: 'yesterday' }).problems).toMatchObject({
      'trip:start': expect.any(String) as string,
      'trip:water': expect.any(String) as string,
      'trip:date': expect.any(String) as string,
    })
  })
})

describe('strikes typed as shorthand', () => {
  it('belong to the stint they stand under, with everything they say in SI beside its spelling', () => {
    const row = stint('930', { lines: '9:12 landed 16.5in 2-8 on the pause\n7:05 missed tick\n' })
    const result = read({ id: 'draft', stints: [row] })
    expect(result.problems).toEqual({})
    expect(fieldsOf(result, 'strike')).toMatchObject([
      {
        stint: row.id,
        time: '2026-03-14T14:12:00.000Z',
        outcome: 'landed',
        lengthMm: 419.1,
        lengthMmTyped: '16.5 in',
        weightGTyped: '2 lb 8 oz',
        phase: 'still',
      },
      { stint: row.id, time: '2026-03-14T12:05:00.000Z', outcome: 'missed', feltAs: 'tick' },
    ])
    const again = read({ id: 'draft', stints: [row] })
    expect(again.records.map((record) => record.id).filter((record) => !record.startsWith('0190'))).toEqual(
      result.records.map((record) => record.id).filter((record) => !record.startsWith('0190')),
    )
  })

  it('are not kept while a stretch is not understood, a time is missing or lies outside the stint, or a value is out of range', () => {
    const problem = (lines: string): string | undefined => {
      const row = stint('930', { lines })
      return read({ stints: [row] }).problems[cellName('stint', row.id, 'lines')]
    }
    expect([problem('7.20 gone'), problem('landed 16'), problem('10:15 landed'), problem('7:20 landed 900in')]).toEqual(
      [
        '“gone” is not understood.',
        'Start the line with the time, such as 9:42.',
        'This time is outside the stint.',
        'Length must be from 0 to 3000 mm (0 to 118 in).',
      ],
    )
  })

  it('take the other half of the day where only that lies inside the stint, and the next day over midnight', () => {
    const evening = stint('8pm', { start: '5pm', lines: '5:42 landed\n19:10 lost' })
    expect(fieldsOf(read({ start: '4pm', end: '9pm', stints: [evening] }), 'strike').map(({ time }) => time)).toEqual([
      '2026-03-14T22:42:00.000Z',
      '2026-03-15T00:10:00.000Z',
    ])
    const night = stint('2:00', { start: '22:00', lines: '0:30 landed' })
    expect(fieldsOf(read({ start: '20:00', end: '3:00', stints: [night] }), 'strike')[0]?.time).toBe(
      '2026-03-15T05:30:00.000Z',
    )
  })
})

describe('an old notebook', () => {
  it('keeps a trip of mere hours without stints, its strikes with or without a time', () => {
    const result = read({
      effortKnown: 'trip',
      stints: [stint('900')],
      lines: '9:42 landed 16\nlost',
      strikes: [strike('', { outcome: 'missed' })],
    })
    expect(result.problems).toEqual({})
    expect(result.records.map(({ kind }) => kind)).toEqual(['trip', 'strike', 'strike', 'strike'])
    expect(
      fieldsOf(result, 'strike').map(({ time, timeUnknown, stint: of }) => [time, timeUnknown, of ?? null]),
    ).toEqual([
      ['2026-03-14T14:42:00.000Z', null, null],
      ['2026-03-14T11:30:00.000Z', true, null],
      ['2026-03-14T11:30:00.000Z', true, null],
    ])
    expect(read({ effortKnown: 'trip', end: '' }).problems['trip:end']).toMatch(/When did the trip end/)
  })

  it('goes on to the next page with the same water, people and sort of hours', () => {
    const next = nextDraft(id, draft({ effortKnown: 'trip', people: 'Rowan', lines: '9:42 landed', note: 'windy' }))
    expect(next).toMatchObject({
      water: 'w',
      people: 'Rowan',
      effortKnown: 'trip',
      date: '2026-03-15',
      start: '',
      end: '',
      lines: '',
      note: '',
    })
  })

  it('reads tint and pressure with the rest', () => {
    const result = read({ readings: [{ ...emptyReading(id()), temp: '47', tint: 'tea', pressure: '30.1' }] })
    expect(fieldsOf(result, 'reading')[0]).toMatchObject({ tint: 'tea', pressureHpaTyped: '30.1 inhg' })
  })
})
