import { Problem } from '@jotbook/contract'
import type { BundleRow, Remark, ZIP_LIMITS } from '@jotbook/core/formats'
import type { Watch } from '../../platform/longWork.ts'
import { inThread } from '../../platform/inThread.ts'

/** A bundle as it was read: its rows, and what is wrong or loose in it. */
export interface ReadRows {
  readonly rows: readonly BundleRow[]
  readonly faults: readonly Remark[]
  readonly looseEnds: readonly Remark[]
  readonly remarks: readonly Remark[]
  /** By their hashes. */
  readonly pictures: ReadonlyMap<string, Uint8Array>
}

export interface ArchiveWork {
  readonly archive: Uint8Array
  /** What the book holds already, as `kind id`. */
  readonly known: ReadonlySet<string>
}

export type ArchiveLine =
  | { readonly progress: Parameters<Watch['onProgress']>[0] }
  | { readonly rows: readonly BundleRow[] }
  | { readonly picture: { readonly sha256: string; readonly jpeg: Uint8Array } }
  | { readonly read: Omit<ReadRows, 'rows' | 'pictures'> }
  | { readonly refused: string; readonly limit?: keyof typeof ZIP_LIMITS }

const LIMITS = { file: 'archiveThread.js', megabytes: 1536, longestMs: 60_000 }

/**
 * Unpacks and reads an archive in a thread of its own, within bounds of time and memory, so that no archive holds others up. Throws
 * Problem `invalid-request` for what is no archive, `too-large` where it passes a bound, `cancelled` once called off.
 */
export function readArchive(workerData: ArchiveWork, { onProgress, signal }: Watch): Promise<ReadRows> {
  const rows: BundleRow[] = []
  const pictures = new Map<string, Uint8Array>()
  return inThread<ArchiveLine, ReadRows>({
    ...LIMITS,
    workerData,
    signal,
    late: new Problem('too-large', 'The archive takes longer than a minute to read. Split it, by years for instance.'),
    tooMuch: new Problem(
      'too-large',
      'The archive holds too much to be read at once. Split it, by years for instance.',
    ),
    cancelled: new Problem('cancelled', 'Nothing was imported.'),
    take: (line, thread) => {
      if ('refused' in line)
        throw line.limit
          ? new Problem('too-large', line.refused, { limit: line.limit })
          : new Problem('invalid-request', line.refused)
      if ('read' in line) return { rows, pictures, ...line.read }
      if ('progress' in line) onProgress(line.progress)
      else {
        if ('picture' in line) pictures.set(line.picture.sha256, line.picture.jpeg)
        else for (const row of line.rows) rows.push(row)
        setImmediate(() => thread.postMessage('taken'))
      }
      return undefined
    },
  })
}
