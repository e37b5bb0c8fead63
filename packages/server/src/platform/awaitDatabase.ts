import pRetry from 'p-retry'
import type { Database } from './database.ts'
import { isConnectionLoss, sqlState } from './database.ts'

const START_MS = 60_000
const PAUSE_MS = 200
/** PostgreSQL's word for "still coming up". */
const CANNOT_CONNECT_NOW = '57P03'

/**
 * Waits for a database that is busy or still coming up, so that a start beside it does not end for that; the connection stays in
 * the pool for what comes next. Where nobody listens, or lets us in, it throws at once: waiting would not help.
 */
export async function awaitDatabase({ $client }: Database, withinMs = START_MS): Promise<void> {
  await pRetry(async () => (await $client.connect()).release(), {
    ...{ retries: Infinity, maxRetryTime: withinMs, minTimeout: PAUSE_MS, factor: 1 },
    shouldRetry: ({ error }) => {
      const noAnswer = isConnectionLoss(error) && (error as { code?: unknown }).code === undefined
      return noAnswer || sqlState(error) === CANNOT_CONNECT_NOW
    },
  })
}
