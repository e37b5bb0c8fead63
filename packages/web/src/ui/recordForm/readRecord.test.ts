import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { IMPERIAL, KINDS, METRIC, UNIT_CHOICES, fieldsOf } from '@jotbook/core'
import type { FieldSpec, Kind } from '@jotbook/core'
import { changedFields, readRecord, typedRecord } from './readRecord.ts'

/** A value as a field of the kind may hold it; undefined for what is not typed in a form. */
function valueOf(spec: FieldSpec): fc.Arbitrary<unknown> | undefined {
  if (spec.type === 'quantity' || spec.type === 'number') {
    return spec.type === 'number' && spec.integer
      ? fc.integer({ min: spec.min, max: Math.min(spec.max, 1e6) })
      : fc.double({ min: spec.min, max: spec.max, noNaN: true })
  }
  if (spec.type === 'choice') return fc.constantFrom(...spec.of)
  if (spec.type === 'flag') return fc.boolean()
  if (spec.type === 'date') return fc.constantFrom('2026-03-14', '2024-02-29')
  if (spec.type === 'words')
    return spec.words.length > 0 ? fc.uniqueArray(fc.constantFrom(...spec.words), { maxLength: 4 }) : undefined
  if (spec.type === 'word') return spec.words.length > 0 ? fc.constantFrom(...spec.words) : undefined
  return undefined
}

const FORM_KINDS = KINDS.filter((kind): kind is Kind => ['water', 'spot', 'lure', 'setup', 'reading'].includes(kind))

describe('a record in a form', () => {
  it('that is opened and kept without a touch writes nothing, in whatever units it is shown', () => {
    const recordArb = fc.constantFrom(...FORM_KINDS).chain((kind) => {
      const arbs = Object.fromEntries(
        Object.entries(fieldsOf(kind)).flatMap(([name, spec]) =>
          valueOf(spec) ? [[name, fc.option(valueOf(spec)!)]] : [],
        ),
      )
      return fc.record({ kind: fc.constant(kind), record: fc.record(arbs) })
    })
    fc.assert(
      fc.property(recordArb, fc.constantFrom(IMPERIAL, METRIC), ({ kind, record }, units) => {
        const names = Object.keys(record)
        const typed = typedRecord(kind, names, record, units)
        expect(changedFields(kind, typed, typed, units)).toEqual({})
        // Read back as it stands, each value is the one held to within what the screen shows of it.
        const { fields } = readRecord(kind, names, typed, units)
        for (const [name, spec] of Object.entries(fieldsOf(kind))) {
          const [held, read] = [(record as Record<string, unknown>)[name], fields[name]]
          if (
            held === null ||
            held === undefined ||
            read === undefined ||
            spec.type === 'quantity' ||
            spec.type === 'number'
          )
            continue
          expect(read, name).toEqual(held)
        }
      }),
      { numRuns: 300 },
    )
  })

  it('writes only what was typed anew, measured values with their spelling', () => {
    const lure = { name: 'Grey', class: 'suspending jerkbait', lengthMm: 110, weightG: 14.2, hook: 'treble' }
    const names = ['name', 'class', 'lengthMm', 'weightG']
    const before = typedRecord('lure', names, lure, IMPERIAL)
    expect(before).toEqual({ name: 'Grey', class: 'suspending jerkbait', lengthMm: '4.3', weightG: '0.5' })
    expect(changedFields('lure', { ...before, weightG: '5/8' }, before, IMPERIAL)).not.toHaveProperty('lengthMm')
    expect(changedFields('lure', { ...before, weightG: '20 g' }, before, IMPERIAL)).toEqual({
      weightG: 20,
      weightGTyped: '20 g',
    })
    expect(changedFields('lure', { ...before, lengthMm: '' }, before, IMPERIAL)).toEqual({
      lengthMm: null,
      lengthMmTyped: null,
    })
  })

  it('names each field that is out of its range, missing, or not understood', () => {
    const { problems } = readRecord(
      'water',
      ['name', 'latitude', 'timeZone'],
      { name: ' ', latitude: 'north', timeZone: 'Mars/Olympus' },
      METRIC,
    )
    expect(Object.keys(problems).sort()).toEqual(['latitude', 'name', 'timeZone'])
    expect(problems.latitude).toContain('north')
    expect(readRecord('lure', ['lengthMm'], { lengthMm: '9 m' }, METRIC).problems.lengthMm).toMatch(/must be from 0 to/)
    expect(readRecord('lure', ['lengthMm'], { lengthMm: '9,5' }, METRIC).fields.lengthMm).toBe(95)
  })

  it('knows units only of their own sort', () => {
    for (const unit of UNIT_CHOICES.temperature)
      expect(readRecord('lure', ['lengthMm'], { lengthMm: `5 ${unit}` }, METRIC).problems).toHaveProperty('lengthMm')
  })
})
