import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { NO_ALIASES, aliasesOf, inverseOf, mergeEdits, withAliases } from './index.ts'
import type { Fields } from './index.ts'

const merged = (pairs: readonly (readonly [string, string])[]) =>
  aliasesOf(
    pairs.map(([id, mergedInto]) => ({ id, fields: { mergedInto } })),
    undefined,
  )

describe('aliases', () => {
  it('end at one that stands for itself, whatever devices merged into whatever', () => {
    const id = fc.constantFrom('a', 'b', 'c', 'd', 'e')
    fc.assert(
      fc.property(fc.uniqueArray(fc.tuple(id, id), { selector: ([from]) => from }), (pairs) => {
        const aliases = merged(pairs)
        for (const one of ['a', 'b', 'c', 'd', 'e']) expect(aliases.of(aliases.of(one))).toBe(aliases.of(one))
        for (const [from, to] of pairs) expect(aliases.of(from)).toBe(aliases.of(to))
      }),
    )
  })

  it('stand for a lure, a water or a person wherever one is named', () => {
    const aliases = aliasesOf(
      [
        { id: 'l2', fields: { mergedInto: 'l1' } },
        { id: 'w2', fields: { mergedInto: 'w1' } },
      ],
      { Jo: 'Johanna', Ro: 'Ro' },
    )
    expect(withAliases('stint', { lure: 'l2', angler: 'Jo', start: 'x' }, aliases)).toEqual({
      lure: 'l1',
      angler: 'Johanna',
      start: 'x',
    })
    expect(
      withAliases(
        'trip',
        { water: 'w2', anglers: ['Jo', 'Johanna', 'Ro'], deck: [{ lure: 'l2', setup: 's' }, null] },
        aliases,
      ),
    ).toEqual({ water: 'w1', anglers: ['Johanna', 'Ro'], deck: [{ lure: 'l1', setup: 's' }, null] })
    expect(withAliases('spot', { water: 'w2', name: 'dock' }, aliases)).toEqual({ water: 'w1', name: 'dock' })
    const stint: Fields = { lure: 'l2' }
    expect(withAliases('stint', stint, NO_ALIASES)).toBe(stint)
  })

  it('fill in what the one that stays does not say, and are undone like any edit', () => {
    const [from, into] = [
      { id: 'l2', fields: { name: 'White one', class: 'popper', back: 'white', modification: ['trailer hook'] } },
      { id: 'l1', fields: { name: 'Popper', class: 'popper', side: 'pearl', modification: [] } },
    ]
    const edits = mergeEdits('lure', from, into)
    expect(edits).toEqual([
      { kind: 'lure', id: 'l2', fields: { mergedInto: 'l1' } },
      { kind: 'lure', id: 'l1', fields: { back: 'white', modification: ['trailer hook'] } },
    ])
    expect(
      inverseOf({ before: from.fields, after: edits[0]!.fields }, { ...from.fields, mergedInto: 'l1' }, 'now'),
    ).toEqual({ mergedInto: null })
  })
})
