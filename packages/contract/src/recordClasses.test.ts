import { describe, expect, it } from 'vitest'
import { KINDS, allFields } from '@jotbook/core'
import type { FieldSpec, Kind } from '@jotbook/core'
import { validateSync } from 'class-validator'
import { Problem, faultsOf, readChange, unreadPush } from './index.ts'
import { FIELD_CLASSES } from './recordClasses.ts'
import { isSound } from './soundValue.ts'

/** The least that a record of each kind needs. */
const LEAST: Readonly<Record<Kind, Record<string, unknown>>> = {
  water: { name: 'Pond' },
  spot: { name: 'Point', water: 'w' },
  lure: { name: 'Grey', class: 'popper' },
  setup: { name: 'Rod 1', lure: 'l' },
  trip: { water: 'w', start: '2026-03-14T11:30:00.000Z' },
  stint: { trip: 't', lure: 'l', start: '2026-03-14T11:30:00.000Z' },
  reading: { trip: 't', time: '2026-03-14T11:30:00.000Z' },
  strike: { trip: 't', time: '2026-03-14T11:30:00.000Z' },
  photo: { sha256: 'a'.repeat(64) },
  trackPart: { trip: 't', points: [[1_773_487_800_000, 37.5, -85.5, null]] },
  plan: { water: 'w', date: '2026-03-15' },
  advice: { trip: 't', time: '2026-03-15T07:00:00Z', about: 'bite' },
  rodTest: { trip: 't', usual: 'l', tried: 'm', turnMin: 15, seed: 7, start: '2026-03-15T07:00:00Z' },
  pattern: { water: 'w', where: 'wind_band=calm', foundOn: '2026-03-15' },
  claim: { name: 'Mine' },
  eventRules: { name: 'Club' },
  member: { name: 'Rowan', role: 'crew' },
  book: { name: 'Mine' },
}

const fields = KINDS.flatMap((kind) =>
  Object.entries(allFields(kind)).map(([field, spec]): [Kind, string, FieldSpec] => [kind, field, spec]),
)
const fault = (kind: Kind, field: string, value: unknown): string | undefined =>
  faultsOf(kind, { ...LEAST[kind], [field]: value }).find((found) => found.field === field)?.message

describe('a pressure that would be sound in the other unit', () => {
  it.each([
    [29.92, /Is 29\.92 in inches of mercury\? Then write 29\.92 inHg\./],
    [1013 * 33.86389, /Is 1013 in hPa\? Then write 1013 hPa\./],
    [500, /^Pressure must be from 850 to 1090 hPa \(25\.1 to 32\.2 inHg\)\.$/],
  ])('is asked about: %s', (pressureHpa, message) => {
    const [fault] = faultsOf('reading', { pressureHpa }, { partial: true })
    expect(fault?.message).toMatch(message)
  })
})

describe('every record class', () => {
  it.each(KINDS)('takes a %s with only what it needs, and misses each of those by name', (kind) => {
    expect(faultsOf(kind, LEAST[kind])).toEqual([])
    for (const field of Object.keys(LEAST[kind])) {
      const { [field]: _left, ...rest } = LEAST[kind]
      expect(faultsOf(kind, rest)).toEqual([{ field, message: expect.stringMatching(/is missing\.$/) as string }])
      expect(faultsOf(kind, rest, { partial: true })).toEqual([])
      expect(fault(kind, field, null)).toMatch(/is missing\.$/)
    }
  })

  it('takes both ends of every range and nothing beyond, with the range in the message', () => {
    const ranged = fields.filter((row): row is [Kind, string, Extract<FieldSpec, { min: number }>] => 'min' in row[2])
    expect(ranged.length).toBeGreaterThan(40)
    for (const [kind, field, { min, max }] of ranged) {
      for (const good of [min, max]) expect(fault(kind, field, good), `${kind}.${field} ${good}`).toBeUndefined()
      for (const bad of [min - 1, max + 1, NaN, Infinity, 'ten'])
        expect(fault(kind, field, bad), `${kind}.${field} ${bad}`).toMatch(/must be (a whole number )?from .+ to .+\.$/)
    }
  })

  it('takes no text longer than it says, no word outside a closed vocabulary, no time without offset', () => {
    for (const [kind, field, spec] of fields) {
      if (spec.type === 'text')
        expect(fault(kind, field, 'x'.repeat(spec.max + 1)), field).toContain(`at most ${spec.max} letters`)
      if (spec.type === 'choice') expect(fault(kind, field, 'other'), field).toContain(spec.of.join(', '))
      if (spec.type === 'instant') expect(fault(kind, field, '2026-03-14T06:30:00'), field).toContain('with its offset')
      if (spec.type === 'words') expect(fault(kind, field, 'one;two'), field).toContain('list of words')
      if (spec.type === 'flag') expect(fault(kind, field, 'yes'), field).toContain('yes or no')
      if (spec.type === 'zone') expect(fault(kind, field, 'Mars/Olympus'), field).toContain('time zone')
    }
  })

  it('is asked only of what its quick yes does not take, and never disagrees with it', () => {
    const odd = [
      '',
      'x',
      'x'.repeat(201),
      0,
      -1,
      1e9,
      1.5,
      NaN,
      true,
      [],
      ['a'],
      [1],
      {},
      '2026-03-14',
      '2026-03-14T06:30:00Z',
      '1026-03-14T06:30:00Z',
      '2326-03-14',
      'half \ud83d',
      ['nul \0'],
      { d: 1e12 },
      { type: 'Point', coordinates: [200, 0] },
      [[0, 91, 0, null]],
      'UTC',
      'missed',
      undefined,
      null,
    ]
    for (const [kind, field, spec] of fields)
      for (const value of odd) {
        const record = Object.assign(new (FIELD_CLASSES.get(kind)!.get(field)!)(), { [field]: value })
        const wrong = validateSync(record, { forbidUnknownValues: false, stopAtFirstError: true })
        if (value !== undefined)
          expect(isSound(spec, value), `${kind}.${field} ${String(value)}`).toBe(wrong.length === 0)
      }
  })

  it('takes any word of an open vocabulary, and fields it does not know', () => {
    expect(faultsOf('lure', { ...LEAST.lure, class: 'something of my own', ofTheFuture: { x: 1 } })).toEqual([])
  })

  it('says measures in both systems', () => {
    expect(fault('reading', 'pressureHpa', 100)).toBe('Pressure must be from 850 to 1090 hPa (25.1 to 32.2 inHg).')
    expect(fault('reading', 'windMps', 61)).toBe('Wind must be from 0 to 60 m/s (0 to 134 mph).')
    expect(fault('reading', 'visibilityM', 31)).toBe('Visibility must be from 0 to 30 m (0 to 98 ft).')
  })
})

describe('problems', () => {
  it('travel as RFC 9457 and come back as they were', () => {
    const problem = new Problem('invalid-record', 'Wind must be less.', { field: 'windMps' })
    const wire = JSON.parse(JSON.stringify(problem)) as unknown
    expect(wire).toEqual({
      type: '/problems/invalid-record',
      title: 'Something in the record is not right',
      status: 422,
      detail: 'Wind must be less.',
      field: 'windMps',
    })
    expect(Problem.from(wire, 422).toJSON()).toEqual(wire)
    expect(Problem.from('<html>', 502).code).toBe('internal')
  })
  it('name the change of a push that is wrong', () => {
    expect(() => readChange({ id: 'x' }, 7, true)).toThrow(/change 7: A change’s/)
    const group = '01960000-0000-4000-8000-00000000000f'
    expect(readChange({ id: 'x', group }, 0, true)).toMatchObject({ group, problem: { more: { field: 'id' } } })
    expect(() => unreadPush({ schema: 1, device: 'd' })).toThrow(/changes/)
  })
})
