import type { Health } from '@jotbook/contract'
import { sqlState } from '../../platform/database.ts'
import type { Database } from '../../platform/database.ts'
import { beat } from './heartbeatRepository.ts'

const WITHIN_MS = 1_500
/** Looks that come at once share one. */
const KEPT_MS = 250

/** Whether the database answers and can write, told within two seconds also when it is frozen. Has a connection of its own, so that busy ones do not pass for sick. */
export class HealthProbe {
  private looking: Promise<Health['database']> | undefined

  constructor(private readonly database: Database) {}

  look(): Promise<Health['database']> {
    this.looking ??= this.write().finally(() => setTimeout(() => (this.looking = undefined), KEPT_MS).unref())
    return this.looking
  }

  private async write(): Promise<Health['database']> {
    let timer: NodeJS.Timeout | undefined
    const late = new Promise<'away'>((answer) => (timer = setTimeout(() => answer('away'), WITHIN_MS)))
    const written = beat(this.database).then(
      () => 'ok' as const,
      (error: unknown) => (cannotWrite(error) ? ('full' as const) : ('away' as const)),
    )
    return Promise.race([written, late]).finally(() => clearTimeout(timer))
  }
}

/** No room on the disk, or a database that only reads. */
const cannotWrite = (error: unknown): boolean => ['53100', '25006', '58030'].includes(sqlState(error) ?? '')
