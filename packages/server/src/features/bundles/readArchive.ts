import { join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { Problem } from '@jotbook/contract'
import type { BundleRow, Remark, ZIP_LIMITS } from '@jotbook/core/formats'
import { projectFolder } from '../../platform/config.ts'
import type { Watch } from '../../platform/longWork.ts'

/** A bundle as it was read: its rows, and what is wrong or loose in it. */
export interface ReadRows {
  readonly rows: readonly BundleRow[]
  readonly faults: readonly Remark[]
  readonly looseEnds: readonly Remark[]
  readonly remarks: readonly Remark[]
}

export interface ArchiveWork {
  readonly archive: Uint8Array
  /** What the book holds already, as `kind id`. */
  readonly known: ReadonlySet<string>
}

export type ArchiveLine =
  | { readonly progress: Parameters<Watch['onProgress']>[0] }
  | { readonly rows: readonly BundleRow[] }
  | { readonly read: Omit<ReadRows, 'rows'> }
  | { readonly refused: string; readonly limit?: keyof typeof ZIP_LIMITS }

/** Built beside the server. */
const THREAD = 'packages/server/dist/archiveThread.js'
const LONGEST_MS = 60_000
const MOST_MEGABYTES = 1536

/**
 * Unpacks and reads an archive in a thread of its own, within bounds of time and memory, so that no archive holds others up. Throws
 * Problem `invalid-request` for what is no archive, `too-large` where it passes a bound, `cancelled` once called off.
 */
export function readArchive(work: ArchiveWork, { onProgress, signal }: Watch): Promise<ReadRows> {
  const thread = new Worker(join(projectFolder(), THREAD), { workerData: work, resourceLimits: { maxOldGenerationSizeMb: MOST_MEGABYTES } })
  const calledOff = (): void => void thread.terminate()
  signal.addEventListener('abort', calledOff)
  let timer: NodeJS.Timeout | undefined
  const rows: BundleRow[] = []
  return new Promise<ReadRows>((done, fail) => {
    timer = setTimeout(() => {
      fail(new Problem('too-large', 'The archive takes longer than a minute to read. Split it, by years for instance.'))
      void thread.terminate()
    }, LONGEST_MS)
    thread.on('message', (line: ArchiveLine) => {
      if ('progress' in line) onProgress(line.progress)
      else if ('rows' in line) {
        for (const row of line.rows) rows.push(row)
        setImmediate(() => thread.postMessage('taken'))
      } else if ('read' in line) done({ rows, ...line.read })
      else fail(line.limit ? new Problem('too-large', line.refused, { limit: line.limit }) : new Problem('invalid-request', line.refused))
    })
    thread.on('error', (error: NodeJS.ErrnoException) =>
      fail(
        error.code === 'ERR_WORKER_OUT_OF_MEMORY'
          ? new Problem('too-large', 'The archive holds too much to be read at once. Split it, by years for instance.')
          : error,
      ),
    )
    thread.on('exit', () => fail(new Problem('cancelled', 'Nothing was imported.')))
    if (signal.aborted) calledOff()
  }).finally(() => {
    clearTimeout(timer)
    signal.removeEventListener('abort', calledOff)
    void thread.terminate()
  })
}
