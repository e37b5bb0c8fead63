import type { Logger } from 'pino'
import { sweepTries } from '../features/accounts/triesRepository.ts'
import { eraseDeleted } from '../features/books/deletion.ts'
import { sweepEvents } from '../features/events/repository.ts'
import type { Database } from '../platform/database.ts'
import { describe } from '../platform/problemHandler.ts'

const EVERY_MS = 6 * 3_600_000

/** Lets go, some times a day, of what is kept for a while only. Returns how to end it. */
export function sweepDaily(database: Database, log: Logger): () => void {
  const sweep = async (): Promise<void> => {
    try {
      await sweepTries(database, Date.now())
      await sweepEvents(database, Date.now())
      await eraseDeleted(database, Date.now())
    } catch (error) {
      log.warn({ error: describe(error) }, 'sweeping failed; it is tried again later')
    }
  }
  const timer = setInterval(() => void sweep(), EVERY_MS)
  timer.unref()
  return () => clearInterval(timer)
}
