import { pictureHash } from '@jotbook/core/formats'

/** The pictures among the files of an archive, by their hashes. */
export function* picturesIn(
  files: ReadonlyMap<string, Uint8Array>,
): Generator<readonly [sha256: string, jpeg: Uint8Array]> {
  for (const [name, jpeg] of files) {
    const sha256 = pictureHash(name)
    if (sha256 !== undefined) yield [sha256, jpeg]
  }
}
