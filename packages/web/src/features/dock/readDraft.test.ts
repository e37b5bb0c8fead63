import { describe, expect, it } from 'vitest'
import { IMPERIAL } from '@jotbook/core'
import { editsOf } from './changesOf.ts'
import { newDraft } from './draft.ts'
import type { DockDraft } from './draft.ts'
import { cellName, readDraft } from './readDraft.ts'

const WATER = { id: 'w', name: 'Pond', timeZone: 'America/Chicago' }
let n = 0
const id = (): string => `id-${++n}`

function draft(part: Partial<DockDraft>): DockDraft {
  return { ...newDraft(id, undefined, Date.UTC(2026, 2, 15), 'America/Chicago'), water: 'w', date: '2026-03-14', start: '630', end: '3pm', ...part }
}
const stint = (end: string, more = {}) => ({ id: id(), angler: '', lure: 'l', lureText: '', start: '', end, depth: '', ...more })
const strike = (time: string, more = {}) => ({ id: id(), time, angler: '', outcome: '', length: '', weight: '', note: '', ...more })
const read = (part: Partial<DockDraft>) => readDraft(draft(part), WATER, IMPERIAL, 'UTC')
const fieldsOf = (result: ReturnType<typeof read>, kind: string) => result.records.filter((record) => record.kind === kind).map(({ fields }) => fields)

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
    expect([result.notices['trip:end'], result.notices[cellName('stint', night.id, 'end')]]).toEqual(['next day', 'next day'])
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
    expect(two.notices[cellName('strike', asked.id, 'angler')]).toBe('whose was it?')
    expect(fieldsOf(two, 'strike').map((fields) => typeof fields.stint)).toEqual(['object', 'string'])
  })

  it('takes rows typed out of order within the trip as the same day', () => {
    expect(fieldsOf(read({ stints: [stint('1500')], strikes: [strike('1000'), strike('9:00')] }), 'strike').map(({ time }) => time)).toEqual([
      '2026-03-14T15:00:00.000Z',
      '2026-03-14T14:00:00.000Z',
    ])
  })

  it('keeps SI beside what was typed, in any unit', () => {
    const result = read({ stints: [stint('1500')], strikes: [strike('7:00', { length: '16,5', weight: '2-8' }), strike('8:00', { length: '42 cm' })] })
    expect(fieldsOf(result, 'strike').map(({ lengthMm, lengthMmTyped, weightGTyped }) => [lengthMm, lengthMmTyped, weightGTyped])).toEqual([
      [419.1, '16.5 in', '2 lb 8 oz'],
      [420, '42 cm', null],
    ])
  })

  it('has a problem beside each cell that is not understood, out of range, skipped by the clocks, or missing', () => {
    const [row, wrong] = [stint('soon', { lure: '', lureText: 'grey' }), strike('7:00', { length: '900 in' })]
    const result = read({ stints: [row], strikes: [wrong] })
    expect(result.problems[cellName('stint', row.id, 'end')]).toMatch(/no time of day/)
    expect(result.problems[cellName('stint', row.id, 'lure')]).toMatch(/“grey”/)
    expect(result.problems[cellName('strike', wrong.id, 'length')]).toBe('Length must be from 0 to 3000 mm (0 to 118 in).')
    expect(read({ date: '2026-03-08', start: '2:30' }).problems['trip:start']).toMatch(/did not exist/)
    expect(read({ start: '', water: '', date: 'yesterday' }).problems).toMatchObject({
      'trip:start': expect.any(String) as string,
      'trip:water': expect.any(String) as string,
      'trip:date': expect.any(String) as string,
    })
  })
})

describe('keeping a mended trip', () => {
  it('writes only what differs, and marks rows taken out as deleted', () => {
    const [kept, gone] = [stint('900'), stint('1000')]
    const first = read({ stints: [kept, gone] })
    const before = new Map(first.records.map(({ kind, id: record, fields }) => [`${kind} ${record}`, fields]))
    const trip = first.records[0]?.id ?? ''
    const second = read({ trip, stints: [{ ...kept, end: '915' }] })
    expect(editsOf(second.records, before, 'now')).toEqual([
      { kind: 'stint', id: kept.id, fields: { end: '2026-03-14T14:15:00.000Z' } },
      { kind: 'stint', id: gone.id, fields: { deletedAt: 'now' } },
    ])
    expect(editsOf(first.records, before, 'now')).toEqual([])
  })
})
