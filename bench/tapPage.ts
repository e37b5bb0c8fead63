import { commit } from '../packages/web/src/offline/commit.ts'
import { store } from '../packages/web/src/offline/deviceStore.ts'

const TAPS = 200

/** A tap as the deck commits it, and the least that could be kept as safely: one strict put. In turns, each to its `complete`. */
async function measure(book: string, trip: string): Promise<{ taps: number[]; puts: number[] }> {
  const bare = await new Promise<IDBDatabase>((done, fail) => {
    const opening = indexedDB.open('bare', 1)
    opening.onupgradeneeded = () => opening.result.createObjectStore('rows')
    opening.onsuccess = () => done(opening.result)
    opening.onerror = () => fail(opening.error ?? new Error('no store'))
  })
  const put = (i: number): Promise<void> =>
    new Promise((done) => {
      const transaction = bare.transaction('rows', 'readwrite', { durability: 'strict' })
      transaction.objectStore('rows').put({ time: new Date().toISOString(), outcome: 'missed', i }, i)
      transaction.oncomplete = () => done()
    })
  const tap = (): Promise<void> =>
    commit(book, [{ kind: 'strike', id: crypto.randomUUID(), fields: { trip, time: new Date().toISOString() } }], {
      undo: { trip, label: 'Strike' },
    })
  const timed = async (work: () => Promise<void>): Promise<number> => {
    const from = performance.now()
    await work()
    return performance.now() - from
  }
  const [taps, puts]: [number[], number[]] = [[], []]
  for (let i = 0; i < TAPS; i++) {
    puts.push(await timed(() => put(i)))
    taps.push(await timed(tap))
  }
  return { taps, puts }
}

/** A trip of many stints and strikes, as one group. */
async function longTrip(book: string, water: string, lure: string): Promise<string> {
  const id = (): string => crypto.randomUUID()
  const [trip, startMs] = [id(), Date.UTC(2026, 4, 2, 11)]
  const at = (minutes: number): string => new Date(startMs + minutes * 60_000).toISOString()
  const stints = Array.from({ length: 40 }, (_, i) => ({
    kind: 'stint' as const,
    id: id(),
    fields: { trip, lure, start: at(i * 12), end: at(i * 12 + 12) },
  }))
  const strikes = Array.from({ length: 120 }, (_, i) => ({
    kind: 'strike' as const,
    id: id(),
    fields: {
      trip,
      stint: stints[Math.floor(i / 3)]?.id ?? '',
      time: at(Math.floor(i / 3) * 12 + 2 + (i % 3) * 3),
      outcome: 'landed',
    },
  }))
  await commit(book, [
    { kind: 'trip', id: trip, fields: { water, start: at(0), end: at(480), effortKnown: 'full' } },
    ...stints,
    ...strikes,
  ])
  return trip
}

Object.assign(globalThis, { jotBench: { measure, longTrip, store } })
