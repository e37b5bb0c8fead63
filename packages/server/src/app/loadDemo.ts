import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { v7 as uuidv7 } from 'uuid'
import { IMPERIAL } from '@jotbook/core'
import { createBook } from '../features/books/service.ts'
import { hasBooks } from '../features/books/repository.ts'
import { importBundle } from '../features/bundles/importBundle.ts'
import { readFiles } from '../features/bundles/readFiles.ts'
import type { Database } from '../platform/database.ts'
import { LOCAL_ACCOUNT } from '../platform/door.ts'
import { access } from '../platform/schema.ts'

/** Puts the demo book into a database that has no book yet, in one transaction. */
export async function loadDemo(database: Database, folder: string, nowMs: number): Promise<void> {
  await database.transaction(async (tx) => {
    if (await hasBooks(tx)) return
    const id = uuidv7()
    await createBook(tx, LOCAL_ACCOUNT, { id, name: 'Demo book', units: { ...IMPERIAL }, demo: true }, nowMs)
    const [granted] = await tx.select({ memberId: access.memberId }).from(access)
    const files = new Map(
      readdirSync(folder)
        .filter((name) => /\.(csv|geojson)$/.test(name))
        .map((name) => [name, new Uint8Array(readFileSync(join(folder, name)))]),
    )
    const report = await importBundle(
      tx,
      {
        bookId: id,
        author: { memberId: granted?.memberId ?? id, role: 'owner' },
        namespace: 'demo',
        read: readFiles(files),
        dryRun: false,
      },
      nowMs,
    )
    if (!report.applied) throw new Error(`The demo book has faults: ${JSON.stringify(report.faults[0])}`)
  })
}
