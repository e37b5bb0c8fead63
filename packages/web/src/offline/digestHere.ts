import type { Id } from '@jotbook/core'
import Dexie from 'dexie'
import { DigestSum, recordDigest } from '@jotbook/core/digest'
import { store } from './deviceStore.ts'

export interface BookDigestHere {
  readonly records: number
  readonly sum: string
}

/** The checksum over what the server has confirmed to this device. */
export async function digestHere(book: Id<'book'>): Promise<BookDigestHere> {
  const rows = await store.records.where('[book+kind]').between([book, Dexie.minKey], [book, Dexie.maxKey]).toArray()
  const all = new DigestSum()
  for (const { kind, id, confirmed } of rows) if (confirmed) all.add(recordDigest(kind, id, confirmed))
  return { records: all.records, sum: all.hex }
}
