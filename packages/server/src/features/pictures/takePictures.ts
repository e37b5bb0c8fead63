import { isoUtc } from '@jotbook/core'
import type { Id } from '@jotbook/core'
import { Problem } from '@jotbook/contract'
import type { Queries } from '../../platform/database.ts'
import { withoutMetadata } from './withoutMetadata.ts'
import { MOST_PICTURE_BYTES, keepPicture, picturesBytes } from './repository.ts'

/**
 * Keeps pictures that came with a file, each under the hash that the file's records name it by: that of its bytes may be another, for what a camera
 * wrote is taken out. What is no JPEG picture is left. Returns how many were kept. Throws Problem `too-large` where the book would hold too many.
 */
export async function takePictures(
  db: Queries,
  bookId: Id<'book'>,
  pictures: Iterable<readonly [sha256: string, jpeg: Uint8Array]>,
  nowMs: number,
): Promise<number> {
  let [bytes, kept] = [await picturesBytes(db, bookId), 0]
  for (const [sha256, jpeg] of pictures) {
    const bare = withoutMetadata(Buffer.from(jpeg))
    if (!bare) continue
    bytes += bare.length
    if (bytes > MOST_PICTURE_BYTES) throw new Problem('too-large', 'The book holds as many pictures as it can: 2 GB.')
    await keepPicture(db, bookId, sha256, bare, isoUtc(nowMs))
    kept++
  }
  return kept
}
