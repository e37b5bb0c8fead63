import { once } from 'node:events'
import { parentPort, workerData } from 'node:worker_threads'
import { checkBundleSteps } from '@jotbook/contract/bundle'
import type { Remark } from '@jotbook/core/formats'
import { ZipRefusal, unzipBundle } from '@jotbook/core/formats'
import { picturesIn } from './picturesIn.ts'
import type { ArchiveLine, ArchiveWork } from './readArchive.ts'

/** What runs beside the server: one archive, unpacked, read and checked. */
const { archive, known } = workerData as ArchiveWork
const tell = (line: ArchiveLine): void => parentPort?.postMessage(line)

const ROWS_A_LINE = 500
/** Of all files together; fifty years of a busy guide are fewer. */
const MOST_ROWS = 250_000
const TELL_EVERY_MS = 50
/** A person fixes the first of them and tries again; a report of a million faults helps nobody. */
const MOST_REMARKS = 1000

try {
  const files = unzipBundle(archive)
  const steps = checkBundleSteps(files, (kind, id) => known.has(`${kind} ${id}`))
  let told = 0
  let step = steps.next()
  while (!step.done) {
    if (Date.now() - told >= TELL_EVERY_MS) {
      told = Date.now()
      tell({ progress: step.value })
    }
    step = steps.next()
  }
  const { rows, faults, looseEnds, remarks } = step.value
  if (rows.length > MOST_ROWS)
    throw new ZipRefusal(
      `The bundle holds more than ${MOST_ROWS} rows. Split it, by years for instance.`,
      'unpackedBytes',
    )
  for (let i = 0; i < rows.length && faults.length === 0; i += ROWS_A_LINE) {
    tell({ rows: rows.slice(i, i + ROWS_A_LINE) })
    // The next go when these were taken: a flood of messages would hold the server up.
    if (parentPort) await once(parentPort, 'message')
  }
  for (const [sha256, jpeg] of faults.length === 0 ? picturesIn(files) : []) {
    tell({ picture: { sha256, jpeg } })
    if (parentPort) await once(parentPort, 'message')
  }
  tell({ read: { faults: first(faults), looseEnds: first(looseEnds), remarks: first(remarks) } })
} catch (error) {
  if (!(error instanceof ZipRefusal)) throw error
  tell({ refused: error.message, ...(error.limit ? { limit: error.limit } : {}) })
}

function first(remarks: readonly Remark[]): readonly Remark[] {
  if (remarks.length <= MOST_REMARKS) return remarks
  return [
    ...remarks.slice(0, MOST_REMARKS),
    { file: '', line: 0, message: `And ${remarks.length - MOST_REMARKS} more.` },
  ]
}
