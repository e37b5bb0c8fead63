import { expose } from 'comlink'
import { subjectsOf, weighClaims } from '@jotbook/core'
import type { BookRecords, TryOptions, UnjudgedTrial, WeighedClaim } from '@jotbook/core'

/** Parts of a long answer that need nothing of the rest, in a worker beside it. */
const part = {
  started: (): void => undefined,
  subjects: subjectsOf,
  claims: (
    book: BookRecords,
    options: Omit<TryOptions, 'progress' | 'early'>,
    progress: (share: number) => void,
    early: (trial: UnjudgedTrial) => void,
  ): WeighedClaim[] => weighClaims(book, { ...options, progress, early }),
}

export type Part = typeof part
expose(part)
