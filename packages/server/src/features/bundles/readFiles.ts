import { checkBundleSteps } from '@jotbook/contract/bundle'
import { UNWATCHED, inTurns } from '../../platform/longWork.ts'
import { picturesIn } from './picturesIn.ts'
import type { ReadRows } from './readArchive.ts'

/** Reads a bundle's files here, in slices: for the command line and the demo, whose files are one's own. */
export const readFiles =
  (files: ReadonlyMap<string, Uint8Array>) =>
  async (known: ReadonlySet<string>): Promise<ReadRows> => {
    const read = await inTurns(
      checkBundleSteps(files, (kind, id) => known.has(`${kind} ${id}`)),
      UNWATCHED,
    )
    return { ...read, pictures: new Map(picturesIn(files)) }
  }
