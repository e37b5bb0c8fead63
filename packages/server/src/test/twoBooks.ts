import { sql } from 'drizzle-orm'
import { createBook } from '../features/books/service.ts'
import { applicationRole, openDatabase } from '../platform/database.ts'
import type { Database } from '../platform/database.ts'
import { OpenBook } from './openBook.ts'
import type { Browser } from './openBook.ts'
import { addressOf } from './testServer.ts'

/** A book with its three roles, beside a book of somebody else that nothing asked for may touch. */
export class TwoBooks {
  private constructor(
    readonly theirs: string,
    readonly open: OpenBook,
    readonly owner: Browser,
    readonly crew: Browser,
    readonly viewer: Browser,
    /** As the server works: not as the owner of the tables. */
    readonly working: Database,
  ) {}

  static async start({
    theirs,
    theirWater,
  }: {
    readonly theirs: string
    readonly theirWater: string
  }): Promise<TwoBooks> {
    const open = await OpenBook.start()
    const { database } = open.server
    const [owner, crew, viewer] = [
      await open.captain(),
      await open.joined('crew', 'Kit'),
      await open.joined('viewer', 'Lee'),
    ]
    const working = openDatabase(addressOf(database), { connections: 2, role: await applicationRole(database) })
    const both = new TwoBooks(theirs, open, owner, crew, viewer, working)
    await database.transaction((tx) => createBook(tx, 'somebody', { id: theirs, name: 'Theirs' }, open.clock))
    await database.execute(
      sql`insert into waters (book_id, id, name, stamps) values (${theirs}, ${theirWater}, 'Their pond', '{}')`,
    )
    return both
  }

  async count(statement: string): Promise<number> {
    return Number((await this.open.server.database.$client.query<{ n: string }>(statement)).rows[0]!.n)
  }

  /** All that is in the book of somebody else. */
  theirSum(): Promise<number> {
    const { theirs } = this
    return this
      .count(`select (select count(*) from waters where book_id = '${theirs}') + 1000 * (select count(*) from members where book_id = '${theirs}')
    + 1000000 * (select count(*) from changes where book_id = '${theirs}') + 1000000000 * (select count(*) from access where book_id = '${theirs}') as n`)
  }

  async stop(): Promise<void> {
    await this.working.$client.end()
    await this.open.server.stop()
  }
}
