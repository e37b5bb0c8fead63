import { recordsOf, tripsSinceKept } from '../../offline/index.ts'
import { askPatterns } from '../../workers/askPatterns.ts'
import { patternsKey, writeNew } from './writeNew.ts'

/** The pattern books that were looked at on this device, looked for anew where trips of their water came or changed since. One after the other, called off by the signal. */
export async function keepPatterns(book: string, signal: AbortSignal): Promise<void> {
  const waters = new Set((await recordsOf(book, 'pattern')).map(({ water }) => water))
  if (waters.size === 0) return
  const trips = await recordsOf(book, 'trip')
  for (const water of waters) {
    const key = patternsKey(water)
    const since = await tripsSinceKept(book, key)
    // A water whose trips are gone has nothing to look through.
    const isOld = trips.some((trip) => trip.water === water && (since === 'any' || since?.has(trip.id)))
    if (!isOld) continue
    const patterns = await askPatterns({ book, water, key, onProgress: () => undefined, signal })
    if (signal.aborted) return
    await writeNew(book, water, patterns)
  }
}
