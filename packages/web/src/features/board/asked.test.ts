import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Clause } from '@jotbook/core'
import { addressOf, askedBy, changed, inBook } from './asked.ts'

const word = fc.constantFrom('45..50F', 'stained', 'a, b; "c"', 'überhaupt', '=1')
const clause: fc.Arbitrary<Clause> = fc.oneof(
  fc.record({
    kind: fc.constant('oneOf' as const),
    column: fc.constantFrom('temp_band', 'lure', 'water'),
    values: fc.uniqueArray(word, { minLength: 1, maxLength: 3 }),
  }),
  fc.record({
    kind: fc.constant('range' as const),
    column: fc.constant('wind_mps'),
    from: fc.integer({ min: 0, max: 10 }),
    to: fc.integer({ min: 11, max: 60 }),
  }),
)
const question = fc.record({
  by: fc.uniqueArray(fc.constantFrom('lure', 'season', 'angler', 'class'), { minLength: 1, maxLength: 3 }),
  where: fc.uniqueArray(clause, { maxLength: 3, selector: ({ column }) => column }),
  split: fc.constantFrom(null, 'water', 'month'),
  row: fc.option(fc.array(word, { minLength: 1, maxLength: 3 }), { nil: null }),
  unread: fc.constant([]),
})

describe('the question in the address', () => {
  it('is read back as it was asked', () => {
    fc.assert(
      fc.property(question, (asked) => void expect(askedBy(new URLSearchParams(addressOf(asked)))).toEqual(asked)),
    )
  })

  it('keeps every other choice when one is changed, has one clause a column, and forgets the row', () => {
    fc.assert(
      fc.property(question, clause, (asked, chosen) => {
        const next = changed(asked, { clause: chosen })
        expect(next.where.filter(({ column }) => column === chosen.column)).toEqual([chosen])
        expect(next.where.filter(({ column }) => column !== chosen.column)).toEqual(
          asked.where.filter(({ column }) => column !== chosen.column),
        )
        expect([next.by, next.split, next.row]).toEqual([asked.by, asked.split, null])
        const open = changed(next, { clause: { kind: 'open', column: chosen.column } })
        expect(open.where.some(({ column }) => column === chosen.column)).toBe(false)
      }),
    )
  })

  it('asks by lure when a link is mangled, groups by three at most, and never apart by what it groups by', () => {
    const mangled = askedBy(new URLSearchParams('by=nonsense&where=;;=;season=spring;water_temp_c=hot&split=lure'))
    expect(mangled).toEqual({
      by: ['lure'],
      where: [{ kind: 'oneOf', column: 'season', values: ['spring'] }],
      split: null,
      row: null,
      unread: ['nonsense', 'lure', '=', 'water_temp_c=hot'],
    })
    expect(askedBy(new URLSearchParams('by=lure,season,angler,class,lure'))).toMatchObject({
      by: ['lure', 'season', 'angler'],
      unread: ['class'],
    })
  })

  it('names waters and lures by id, by name or by the id they had before they were merged, and says what the book does not have', () => {
    const records = {
      waters: [{ id: 'w1', name: 'North Arm' }],
      lures: [{ id: 'l1', name: 'Popper' }],
      spots: [],
      setups: [],
      merged: { l2: 'l1' },
    }
    const asked = inBook(askedBy(new URLSearchParams('where=water%3Dnorth+arm,w9;lure%3Dl2,Popper,unknown')), records)
    expect(asked.where).toEqual([
      { kind: 'oneOf', column: 'water', values: ['w1', 'w9'] },
      { kind: 'oneOf', column: 'lure', values: ['l1', 'unknown'] },
    ])
    expect(asked.unread).toEqual(['water=w9'])
  })
})
