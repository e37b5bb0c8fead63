import 'fake-indexeddb/auto'
import { expect, it, vi } from 'vitest'
import { commit, newId, recordsOf } from '../../offline/index.ts'
import { askPatterns } from '../../workers/askPatterns.ts'
import { keepPatterns } from './keepPatterns.ts'

vi.mock('../../workers/askPatterns.ts')

it('a water that cannot be searched is told, and keeps none of the others waiting', async () => {
  const [book, blank, good] = [newId(), newId(), newId()]
  for (const water of [blank, good]) {
    await commit(book, [{ kind: 'water', id: water, fields: { name: water } }])
    for (let i = 0; i < 5; i++)
      await commit(book, [{ kind: 'trip', id: newId(), fields: { water, start: `2026-05-0${i + 1}T12:00:00Z` } }])
  }
  const found = { where: 'wind_band=calm', foundOn: '2026-05-05', continues: null }
  vi.mocked(askPatterns).mockImplementation(({ water }) =>
    water === blank ? Promise.reject(new Error('no strike')) : Promise.resolve([found as never]),
  )
  await expect(keepPatterns(book, true, new AbortController().signal)).rejects.toThrow(AggregateError)
  expect(vi.mocked(askPatterns).mock.calls.map(([{ water }]) => water)).toEqual([blank, good])
  expect((await recordsOf(book, 'pattern')).map(({ water, where }) => [water, where])).toEqual([
    [good, 'wind_band=calm'],
  ])
})
