import Dexie from 'dexie'
import { IDBFactory, IDBKeyRange } from 'fake-indexeddb'
import { vi } from 'vitest'
import type { Fields, Json, Kind } from '@jotbook/core'
import { change, newRecordId } from '../packages/server/src/test/testServer.ts'

/** The pages' own device store, commit, push and pull, run against the real server: each device with an IndexedDB and a clock of its own. */
export class Device {
  private constructor(
    private readonly modules: {
      commit: typeof import('../packages/web/src/offline/commit.ts').commit
      push: typeof import('../packages/web/src/offline/push.ts').push
      pull: typeof import('../packages/web/src/offline/pull.ts').pull
      pullSnapshot: typeof import('../packages/web/src/offline/pullSnapshot.ts').pullSnapshot
      resolveRefused: typeof import('../packages/web/src/offline/push.ts').resolveRefused
      records: typeof import('../packages/web/src/offline/records.ts')
      compare: typeof import('../packages/web/src/offline/compareWithServer.ts')
      digestHere: typeof import('../packages/web/src/offline/digestHere.ts').digestHere
      undo: typeof import('../packages/web/src/offline/undo.ts')
      store: typeof import('../packages/web/src/offline/deviceStore.ts').store
    },
    private readonly book: string,
    private readonly skewMs: number,
  ) {}

  /** With `version` the device was used by an older version before, which left a change waiting. */
  static async open(book: string, skewMs = 0, version?: 1): Promise<Device> {
    Dexie.dependencies = { indexedDB: new IDBFactory(), IDBKeyRange }
    if (version !== undefined) await leaveWaiting(book)
    vi.resetModules()
    const { commit } = await import('../packages/web/src/offline/commit.ts')
    const { push, resolveRefused } = await import('../packages/web/src/offline/push.ts')
    const { pull } = await import('../packages/web/src/offline/pull.ts')
    const { pullSnapshot } = await import('../packages/web/src/offline/pullSnapshot.ts')
    const { store } = await import('../packages/web/src/offline/deviceStore.ts')
    const records = await import('../packages/web/src/offline/records.ts')
    const compare = await import('../packages/web/src/offline/compareWithServer.ts')
    const { digestHere } = await import('../packages/web/src/offline/digestHere.ts')
    const undo = await import('../packages/web/src/offline/undo.ts')
    return new Device(
      { commit, push, pull, pullSnapshot, resolveRefused, records, compare, digestHere, undo, store },
      book,
      skewMs,
    )
  }

  edit(kind: Kind, id: string, fields: Fields): Promise<void> {
    return this.modules.commit(this.book, [{ kind, id, fields }], { nowMs: Date.now() + this.skewMs })
  }
  group(edits: { kind: Kind; id: string; fields: Fields }[]): Promise<void> {
    return this.modules.commit(this.book, edits, { nowMs: Date.now() + this.skewMs })
  }
  /** As a page saves: the group can be undone, and no more than so many. */
  async save(edits: { kind: Kind; id: string; fields: Fields }[]): Promise<void> {
    await this.modules.commit(this.book, edits, {
      nowMs: Date.now() + this.skewMs,
      undo: { trip: '', label: 'Saved.' },
    })
    await this.modules.undo.trimActions(this.book, '')
  }
  /** Undoes what was saved last; false where nothing can be. */
  async undo(): Promise<boolean> {
    const last = await this.modules.undo.lastSaved(this.book, 0)
    if (last) await this.modules.undo.undoAction(this.book, last.n)
    return last !== undefined
  }
  async sync(): Promise<void> {
    await this.modules.pull(this.book, this.modules.pullSnapshot)
    await this.modules.push(this.book, -this.skewMs)
    await this.modules.pull(this.book, this.modules.pullSnapshot)
  }
  /** Only the middle of it: the next pull has not come yet. */
  push(): Promise<void> {
    return this.modules.push(this.book, -this.skewMs)
  }
  async all(kind: Kind): Promise<Record<string, Json>[]> {
    const records = (await this.modules.records.recordsOf(this.book, kind)) as unknown as Record<string, Json>[]
    return records.sort((a, b) => (String(a.id) < String(b.id) ? -1 : 1))
  }
  async conflicts(): Promise<unknown[]> {
    return (await this.modules.store.conflicts.toArray()).map(({ field, kept, other }) => [
      field,
      kept.value,
      other.value,
    ])
  }
  waiting(): Promise<number> {
    return this.modules.store.outbox.count()
  }
  async refusals(): Promise<{ group: string; detail: string | undefined }[]> {
    const entries = await this.modules.store.outbox.where({ book: this.book, refused: 1 }).toArray()
    return entries.map((entry) => ({ group: entry.change.group, detail: entry.problem?.detail }))
  }
  /** The checksum over what the server confirmed. */
  async digest(): Promise<string> {
    return (await this.modules.digestHere(this.book)).sum
  }
  compare(now?: number): Promise<void> {
    return this.modules.compare.compareWithServer(this.book, this.modules.digestHere, now)
  }
  async unreadable(): Promise<[string, readonly string[]][]> {
    const found = await this.modules.records.unreadableRecords(this.book)
    return found
      .map(({ id, fields }): [string, readonly string[]] => [id, fields])
      .sort(([, [a = '']], [, [b = '']]) => (a < b ? -1 : 1))
  }
  async spoil(kind: Kind, id: string, fields: Fields = { name: 'Spoilt' }): Promise<void> {
    const row = (await this.modules.store.records.get([this.book, kind, id]))!
    const state = { ...row.shown, fields: { ...row.shown.fields, ...fields } }
    await this.modules.store.records.put({ ...row, shown: state, confirmed: state })
  }
  async repaired(): Promise<boolean> {
    return (await this.modules.store.books.get(this.book))?.repairedAtMs !== undefined
  }
  letGo(group: string): Promise<void> {
    return this.modules.resolveRefused(this.book, group, 'drop')
  }
}

/** The tables of the first release, with one change in the outbox. */
async function leaveWaiting(book: string): Promise<void> {
  const old = new Dexie('jot-book')
  old
    .version(1)
    .stores({
      records: '[book+kind+id], [book+kind], [book+trip]',
      outbox: '++n, [book+refused], change.group, [book+change.recordId]',
      books: 'book',
      device: 'key',
      drafts: 'key',
    })
  const made = change('water', newRecordId(), { name: 'Kept by the old one' })
  await old
    .table('outbox')
    .add({ book, change: made, madeAtMs: Date.now(), seen: { ms: 0, counter: 0 }, sent: 0, refused: 0 })
  await old
    .table('device')
    .put({ key: 'device', device: 'd-old', clock: { ms: 0, counter: 0 }, seen: { ms: 0, counter: 0 } })
  old.close()
}
