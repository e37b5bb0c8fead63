import { inBook } from '../../platform/database.ts'
import type { Database } from '../../platform/database.ts'
import type { Door } from '../../platform/door.ts'
import type { Intake } from '../changes/intake.ts'
import { loadStates } from '../changes/recordRepository.ts'
import { Feeds } from './feeds.ts'

/** The live sounders of a server, writing through its intake. */
export const liveFeeds = (database: Database, intake: Intake, door: Pick<Door, 'open'>, now: () => number): Feeds =>
  new Feeds({
    push: (book, push) => intake.push(book, push),
    trip: async (book, trip) => {
      const [stored] = await inBook(database, book, (db) => loadStates(db, book, 'trip', [trip]))
      const { end, deletedAt } = stored?.state.fields ?? {}
      return stored && typeof deletedAt !== 'string' ? { end } : undefined
    },
    rules: { privateToo: !door.open },
    now,
  })
