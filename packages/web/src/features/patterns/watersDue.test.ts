import 'fake-indexeddb/auto'
import { expect, it } from 'vitest'
import { commit, newId, store } from '../../offline/index.ts'
import { watersDue } from './watersDue.ts'
import { patternsKey } from './writeNew.ts'

it('a pattern book is due where trips came or changed since it was looked for, and at a long rest where it never was', async () => {
  const [book, often, seldom] = [newId(), newId(), newId()]
  const fish = (water: string, note: string, id = newId()): Promise<unknown> =>
    commit(book, [
      { kind: 'trip', id, fields: { water, start: '2026-05-01T12:00:00Z', end: '2026-05-01T18:00:00Z', note } },
    ])
  const looked = async (water: string): Promise<void> => {
    const revision = (await store.books.get(book))!.revision
    await store.answers.put({ book, key: patternsKey(water), revision, value: [] })
  }
  for (const water of [often, seldom]) await commit(book, [{ kind: 'water', id: water, fields: { name: water } }])
  const last = newId()
  for (let i = 0; i < 5; i++) await fish(often, `${i}`, i === 4 ? last : newId())
  await fish(seldom, 'once')

  expect(await watersDue(book, false)).toEqual([])
  expect(await watersDue(book, true)).toEqual([often])
  await looked(often)
  await looked(seldom)
  expect(await watersDue(book, true)).toEqual([])
  await fish(seldom, 'again')
  expect(await watersDue(book, false)).toEqual([seldom])
  await fish(often, 'corrected', last)
  expect(await watersDue(book, false)).toEqual([often, seldom])
})
