import { askPatterns } from '../../workers/askPatterns.ts'
import { watersDue } from './watersDue.ts'
import { patternsKey, writeNew } from './writeNew.ts'

/** Looks for the pattern books that are due, one after the other, until called off by the signal. */
export async function keepPatterns(book: string, neverLookedAt: boolean, signal: AbortSignal): Promise<void> {
  for (const water of await watersDue(book, neverLookedAt)) {
    if (signal.aborted) return
    const key = patternsKey(water)
    const patterns = await askPatterns({ book, water, key, onProgress: () => undefined, signal })
    if (signal.aborted) return
    await writeNew(book, water, patterns)
  }
}
