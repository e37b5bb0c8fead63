import { setImmediate } from 'node:timers/promises'
import { KINDS, lastOf, mergeChange } from '@jotbook/core'
import { DigestSum, recordDigest } from '@jotbook/core/digest'
import type { Id, Kind, RecordState } from '@jotbook/core'
import type { BookDigest } from '@jotbook/contract'
import type { BookAccess } from '../../platform/bookGuard.ts'
import { changesAfter, currentSeq } from './changeRepository.ts'
import { pageOfStates } from './recordRepository.ts'

type Digest = Omit<BookDigest, 'epoch'>
const RECORDS_A_PAGE = 1000

const MOST_KEPT = 100

/** Checksums of a server's books, kept by book and number: a book that stands still is added up once, not once a device. */
export class Digests {
  private readonly kept = new Map<string, Promise<Digest>>()

  /** The checksums of a book. Values that viewers may not see count for nobody, so that all members share one sum. */
  async of(book: Id<'book'>, within: BookAccess['within']): Promise<Digest> {
    const seq = await within((db) => currentSeq(db, book))
    const key = `${book} ${seq}`
    const known = this.kept.get(key)
    if (known) return known
    const made = digestOfRecords(book, seq, within)
    this.kept.set(key, made)
    made.catch(() => this.kept.delete(key))
    for (const old of [...this.kept.keys()].slice(0, Math.max(0, this.kept.size - MOST_KEPT))) this.kept.delete(old)
    return made
  }
}

/** Checksums of a book's records, added up anew. */
export async function digestOfRecords(book: Id<'book'>, seq: number, within: BookAccess['within']): Promise<Digest> {
  const sums = new BookSums()
  for (const kind of KINDS) {
    for (let after: string | undefined; ;) {
      const from = after
      const page = await within((db) => pageOfStates(db, book, kind, from, RECORDS_A_PAGE))
      for (const { id, state } of page) sums.add(kind, id, state)
      if (page.length < RECORDS_A_PAGE) break
      after = lastOf(page).id
      await setImmediate()
    }
  }
  return sums.digest(seq)
}

/** The checksums that a book's log comes to when all of its changes are merged anew: they must be those of its records. */
export async function digestOfLog(book: Id<'book'>, within: BookAccess['within']): Promise<Digest> {
  const states = new Map<string, { readonly kind: Kind; readonly id: string; readonly state: RecordState }>()
  const seq = await within((db) => currentSeq(db, book))
  for (let after = 0; ;) {
    const from = after
    const page = await within((db) => changesAfter(db, book, from, RECORDS_A_PAGE))
    for (const change of page) {
      const key = `${change.kind} ${change.recordId}`
      states.set(key, { kind: change.kind, id: change.recordId, state: mergeChange(states.get(key)?.state, change) })
    }
    if (page.length < RECORDS_A_PAGE) break
    after = lastOf(page).seq
    await setImmediate()
  }
  const sums = new BookSums()
  for (const { kind, id, state } of states.values()) sums.add(kind, id, state)
  return sums.digest(seq)
}

class BookSums {
  private readonly all = new DigestSum()
  private readonly kinds = new Map<Kind, DigestSum>()

  add(kind: Kind, id: string, state: RecordState): void {
    const digest = recordDigest(kind, id, state)
    const own = this.kinds.get(kind) ?? new DigestSum()
    this.kinds.set(kind, own)
    own.add(digest)
    this.all.add(digest)
  }

  digest(seq: number): Digest {
    const kinds = Object.fromEntries([...this.kinds].map(([kind, { records, hex }]) => [kind, { records, sum: hex }]))
    return { seq, records: this.all.records, sum: this.all.hex, kinds }
  }
}
