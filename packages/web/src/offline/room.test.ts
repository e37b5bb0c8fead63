import 'fake-indexeddb/auto'
import { describe, expect, it } from 'vitest'
import { store } from './deviceStore.ts'
import { keepReserve, onFull, withRoom } from './room.ts'

/** What a browser throws when an origin has no room left, wrapped as the store's library wraps it. */
const full = (): Error =>
  Object.assign(new Error('aborted'), {
    name: 'AbortError',
    inner: Object.assign(new Error('no room'), { name: 'QuotaExceededError' }),
  })

describe('a full device', () => {
  it('gives the reserve up for the write, tells so once, and lays it down again later', async () => {
    await keepReserve()
    expect(await store.reserve.count()).toBe(1)
    await store.answers.put({ book: 'b', key: 'sums', revision: 1, value: [] })
    let [told, tries] = [0, 0]
    const stop = onFull(() => told++)
    const write = async (): Promise<string> => {
      tries++
      if ((await store.reserve.count()) > 0) throw full()
      return 'kept'
    }
    expect([await withRoom(write), tries, told, await store.reserve.count()]).toEqual(['kept', 2, 1, 0])
    // What was worked out can be again: it never stands in the way of a tap.
    expect(await store.answers.count()).toBe(0)
    stop()
    await keepReserve()
    expect(await store.reserve.count()).toBe(1)
  })

  it('says that it was not kept when even that is not enough, and passes other failures on', async () => {
    await expect(withRoom(() => Promise.reject(full()))).rejects.toMatchObject({ code: 'device-full' })
    await expect(withRoom(() => Promise.reject(new Error('else')))).rejects.toThrow('else')
  })
})
