import fc from 'fast-check'
import { expect, it } from 'vitest'
import { tripsOfRecords } from './deviceRecords.ts'
import { revised, touchedSince } from './touched.ts'

const changes = fc.array(
  fc.option(fc.array(fc.constantFrom('', 'a', 'b', 'c'), { maxLength: 4 }), { nil: undefined }),
  { maxLength: 12 },
)

it('names every trip that was touched since a revision, or none where any of the changes could not', () => {
  fc.assert(
    fc.property(changes, fc.nat(12), (made, seen) => {
      const from = Math.min(seen, made.length)
      const meta = made.reduce((before, trips) => revised(before, trips), {
        book: 'b',
        cursor: 1,
        revision: 0,
      } as Parameters<typeof revised>[0])
      const later = made.slice(from)
      const expected = later.some((trips) => trips === undefined)
        ? undefined
        : new Set(later.flat().filter((trip) => trip !== ''))
      expect(touchedSince(meta, from)).toEqual(expected)
    }),
  )
})

it('makes no revision of what nothing is worked out from', () => {
  const meta: Parameters<typeof revised>[0] = { book: 'b', cursor: 1, revision: 3 }
  expect(revised(meta, 'aside')).toBe(meta)
  const row = (kind: 'plan' | 'advice' | 'rodTest' | 'stint') => ({ kind, trip: 't', shown: { fields: {} } }) as never
  expect(tripsOfRecords([row('plan'), row('advice'), row('rodTest')])).toBe('aside')
  expect(tripsOfRecords([row('plan'), row('stint')])).toEqual(['t', 't'])
  expect(tripsOfRecords([])).toEqual([])
})

it('does not guess at what it no longer remembers', () => {
  let meta: Parameters<typeof revised>[0] = { book: 'b', cursor: 1, revision: 0 }
  for (let i = 0; i < 250; i++) meta = revised(meta, ['a'])
  expect([touchedSince(meta, 10), touchedSince(meta, 60)]).toEqual([undefined, new Set(['a'])])
  expect(
    touchedSince(
      revised(
        meta,
        Array.from({ length: 60 }, (_, i) => `t${i}`),
      ),
      250,
    ),
  ).toBeUndefined()
  expect(touchedSince({ book: 'b', cursor: 1, revision: 5 }, 3)).toBeUndefined()
})
