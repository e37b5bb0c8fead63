import type { Id } from '@jotbook/core'
import { askPatterns } from '../../workers/askPatterns.ts'
import { watersDue } from './watersDue.ts'
import { patternsKey, writeNew } from './writeNew.ts'

/**
 * Looks for the pattern books that are due, one after the other, until called off by the signal. A water that cannot be searched, such as
 * one without a strike, keeps none of the others waiting: what is wrong with it is thrown at the end.
 */
export async function keepPatterns(book: Id<'book'>, neverLookedAt: boolean, signal: AbortSignal): Promise<void> {
  const faults: unknown[] = []
  for (const water of await watersDue(book, neverLookedAt)) {
    if (signal.aborted) return
    try {
      const key = patternsKey(water)
      const patterns = await askPatterns({ book, water, key, onProgress: () => undefined, signal })
      if (!signal.aborted) await writeNew(book, water, patterns)
    } catch (error) {
      if (signal.aborted) throw error
      faults.push(error)
    }
  }
  if (faults.length > 0) throw new AggregateError(faults, 'Some waters have no pattern book.')
}
