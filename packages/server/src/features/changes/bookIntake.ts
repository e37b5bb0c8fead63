import type { Database } from '../../platform/database.ts'
import { applyPushes } from './applyChanges.ts'
import { Intake } from './intake.ts'

/** The one intake of a server: whatever is written to a book goes through it. */
export const bookIntake = (database: Database, now: () => number): Intake =>
  new Intake((book, pushes) => database.transaction((tx) => applyPushes(tx, book, pushes, now())))
