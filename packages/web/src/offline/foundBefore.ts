import type { Id } from '@jotbook/core'
import { store } from './deviceStore.ts'

/** What a search of a water found, by the hours of each pattern, and on which day. */
export interface FoundOn {
  readonly day: string
  readonly wheres: readonly string[]
}

interface Found extends FoundOn {
  readonly before?: FoundOn
}

/** Notes what a search found at a revision of the book, and tells what the search of an earlier revision did; undefined where this is the first on this device. */
export function foundBefore(
  { book, water, revision }: { readonly book: Id<'book'>; readonly water: string; readonly revision: number },
  now: FoundOn,
): Promise<FoundOn | undefined> {
  return store.transaction('rw', store.answers, async () => {
    const key = `found ${water}`
    const held = await store.answers.get([book, key])
    const value = held?.value as Found | undefined
    if (held?.revision === revision) return value?.before
    const before = value && { day: value.day, wheres: value.wheres }
    await store.answers.put({ book, key, revision, value: { ...now, ...(before ? { before } : {}) } satisfies Found })
    return before
  })
}
