import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { allFields, fieldsOf } from '../vocabulary/index.ts'
import type { FieldSpec } from '../vocabulary/index.ts'
import type { Json } from '../sync/index.ts'
import { BUNDLE_KINDS, readBundle, unzipBundle, writeBundle, zipBundle } from './index.ts'
import type { BundleKind, StoredRecord } from './index.ts'

const text = fc
  .string({ minLength: 1, maxLength: 12, unit: 'grapheme' })
  .map((value) => value.trim())
  .filter((value) => value !== '' && !value.includes('\u0000'))
const listed = text
  .map((value) => value.replaceAll(';', ','))
  .filter((value) => value.trim() !== '')
  .map((value) => value.trim())
const real = (min: number, max: number): fc.Arbitrary<number> =>
  fc.double({ min, max, noNaN: true }).map((value) => Number(value.toPrecision(12)) + 0)

/** Any value a field may hold; references point at the records of their kind. */
function valueOf(spec: FieldSpec, ids: Readonly<Record<string, readonly string[]>>): fc.Arbitrary<Json> {
  switch (spec.type) {
    case 'choice':
      return fc.constantFrom(...spec.of)
    case 'words':
      return fc.array(listed, { minLength: 1, maxLength: 3 })
    case 'ref':
      return fc.constantFrom(...(ids[spec.to] ?? []))
    case 'instant':
      return fc.integer({ min: 0, max: 4e9 }).map((seconds) => new Date(seconds * 1000).toISOString())
    case 'date':
      return fc.integer({ min: 0, max: 40_000 }).map((days) => new Date(days * 86_400_000).toISOString().slice(0, 10))
    case 'zone':
      return fc.constantFrom('America/Chicago', 'Europe/Berlin', 'Asia/Kolkata', 'UTC')
    case 'quantity':
      return real(spec.min, spec.max)
    case 'number':
      return spec.integer ? fc.integer({ min: spec.min, max: spec.max }) : real(spec.min, spec.max)
    case 'flag':
      return fc.boolean()
    default:
      return text
  }
}

function recordArb(
  kind: BundleKind,
  id: string,
  ids: Readonly<Record<string, readonly string[]>>,
): fc.Arbitrary<StoredRecord> {
  const specs = Object.entries(fieldsOf(kind)).filter(([, spec]) => spec.csv !== false)
  const fields = Object.fromEntries(
    specs.map(([field, spec]) => [
      field,
      spec.required ? valueOf(spec, ids) : fc.option(valueOf(spec, ids), { nil: null, freq: 2 }),
    ]),
  )
  return fc
    .record(fields)
    .map((made) => ({
      id,
      foreignId: id,
      fields: kind === 'trip' ? { ...made, timeZone: made.timeZone ?? 'UTC' } : made,
    }))
}

const ids = Object.fromEntries(BUNDLE_KINDS.map((kind) => [kind, [`${kind}-1`, `${kind}, "two"`]]))
const bookArb = fc.record(
  Object.fromEntries(
    BUNDLE_KINDS.map((kind) => [kind, fc.tuple(...(ids[kind] ?? []).map((id) => recordArb(kind, id, ids)))]),
  ) as Record<BundleKind, fc.Arbitrary<StoredRecord[]>>,
)

const ring = fc
  .array(fc.tuple(real(-180, 180), real(-90, 90)), { minLength: 3, maxLength: 6 })
  .map((points) => [...points, points[0]!])
const outlined = fc.tuple(bookArb, fc.option(fc.array(ring, { minLength: 1, maxLength: 2 }))).map(([book, rings]) => {
  const [first, ...others] = book.water
  return rings && first
    ? {
        ...book,
        water: [{ ...first, fields: { ...first.fields, outline: { type: 'Polygon', coordinates: rings } } }, ...others],
      }
    : book
})

const bytesOf = (files: ReadonlyMap<string, string>): Map<string, Uint8Array> =>
  new Map([...files].map(([name, content]) => [name, new TextEncoder().encode(content)]))

describe('a bundle of any records', () => {
  it('is read without fault and written again as the same bytes, in SI', () => {
    fc.assert(
      fc.property(outlined, (book) => {
        // Readings have no id of their own: two at one place and time would be one.
        const one = { ...book, reading: book.reading.slice(0, 1) }
        const once = writeBundle(one)
        const { rows, faults } = readBundle(bytesOf(once))
        expect(faults).toEqual([])
        const again = Object.fromEntries(
          BUNDLE_KINDS.map((kind) => [
            kind,
            rows
              .filter((row) => row.kind === kind)
              .map(({ foreignId, fields }) => ({ id: foreignId, foreignId, fields })),
          ]),
        )
        expect(Object.fromEntries(writeBundle(again))).toEqual(Object.fromEntries(once))
      }),
      { numRuns: 60 },
    )
  })

  it('survives the archive it travels in', () => {
    const files = writeBundle({ water: [{ id: 'w', fields: { name: 'Bäcker’s Pond, "north"' } }] })
    expect(unzipBundle(zipBundle(files))).toEqual(bytesOf(files))
  })

  it('leaves every coordinate and the photos out when asked, and nothing else', () => {
    fc.assert(
      fc.property(bookArb, (book) => {
        const open = readBundle(bytesOf(writeBundle(book))).rows
        const closed = readBundle(bytesOf(writeBundle(book, { withoutPlaces: true }))).rows
        expect(closed.every(({ fields }) => fields.latitude === undefined && fields.longitude === undefined)).toBe(true)
        const bare = open
          .filter(({ kind }) => kind !== 'photo')
          .map(({ fields: { latitude: _latitude, longitude: _longitude, ...fields } }) => fields)
        expect(closed.map(({ fields }) => fields)).toEqual(bare)
      }),
      { numRuns: 20 },
    )
  })
})

describe('the field tables', () => {
  it('give every measured field a place for what was typed, and every kind a mark of deletion', () => {
    for (const kind of BUNDLE_KINDS) {
      const all = allFields(kind)
      expect(all.deletedAt?.type).toBe('instant')
      for (const [field, spec] of Object.entries(fieldsOf(kind)))
        if (spec.type === 'quantity') expect(all[`${field}Typed`]?.csv, `${kind}.${field}`).toBe(false)
    }
  })
})
