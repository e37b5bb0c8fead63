import Dexie from 'dexie'
import type { EntityTable, Table } from 'dexie'
import type {
  Change,
  ClockState,
  Conflict,
  DurationMs,
  EpochMs,
  Id,
  Kind,
  ReplicaRecord,
  Undoable,
} from '@jotbook/core'
import type { TapClock } from '@jotbook/core/deck'
import type { ProblemDetails } from '@jotbook/contract'

/** A record of a book as this device holds it. */
export interface DeviceRecord extends ReplicaRecord {
  readonly book: Id<'book'>
  readonly kind: Kind
  readonly id: string
  /** The trip it belongs to, `''` for records of no trip: an index of its own, so that a trip opens without reading the book. */
  readonly trip: Id<'trip'>
}

/** A change not yet in the book. */
export interface OutboxEntry {
  readonly n: number
  readonly book: Id<'book'>
  readonly change: Change
  /** The device's own clock when it was made, and the latest stamp it had seen by then. */
  readonly madeAtMs: EpochMs
  readonly seen: ClockState
  /** Sent at least once: its stamp is fixed from then on. */
  readonly sent: 0 | 1
  /** Refused changes wait for the person and block nothing. */
  readonly refused: 0 | 1
  readonly problem?: ProblemDetails
  /** Sent before and lost by the server, maybe written by somebody else: not ours to answer for when it is refused. */
  readonly again?: 1
}

export interface BookMeta {
  readonly book: Id<'book'>
  /** Every change up to here is merged. */
  readonly cursor: number
  /** Rises with every change of any record of the book: what was computed for another revision is out of date. */
  readonly revision: number
  /** While the book comes for the first time: its lists are there, what belongs to single trips is not. */
  readonly arriving?: 1
  /** The last revisions, each with the trips whose records it touched; without them where it touched too many to name. */
  readonly touched?: readonly (readonly [revision: number, trips: readonly string[] | undefined])[]
  /** Which history of the server the cursor counts. */
  readonly epoch?: string
  /** When records here were found to differ from the server's and were taken from it anew. */
  readonly repairedAtMs?: number
  /** When all records were last found to be the same as the server's. */
  readonly comparedAtMs?: number
}

export interface DeviceMeta {
  readonly key: 'device'
  readonly device: string
  /** The last stamp given here. */
  readonly clock: ClockState
  /** The latest stamp seen from elsewhere or sent. */
  readonly seen: ClockState
  /** The trip tapped last, and what its clock here showed then. */
  readonly tap?: TapClock & { readonly trip: Id<'trip'> }
  /** The server's clock minus ours, when it was last asked. */
  readonly offsetMs?: DurationMs
}

/** What somebody was typing: restored after a reload, a crash, or in a second tab. */
export interface Draft {
  readonly key: string
  readonly value: unknown
  /** The tab that wrote it, so that others know it is news. */
  readonly writer: string
}

/** A group of edits that can be taken back, under the words it is listed by. */
export interface Action {
  readonly n: number
  readonly book: Id<'book'>
  readonly trip: Id<'trip'>
  readonly label: string
  readonly atMs: EpochMs
  readonly records: readonly (Undoable & { readonly kind: Kind; readonly id: string })[]
  /** Of an import, which only the server can take back: the number of its first change. */
  readonly firstSeq?: number
}

/** Two values of one field from devices that did not know of each other's. */
export interface HeldConflict extends Conflict {
  readonly book: Id<'book'>
  readonly kind: Kind
  readonly id: string
  readonly trip: Id<'trip'>
}

/** A picture on its way to the server, or kept to be shown without it. */
export interface Picture {
  readonly sha256: string
  readonly book: Id<'book'>
  readonly jpeg: Blob
  readonly sent: 0 | 1
}

/** Something worked out of a book, so that it need not be at every start. */
export interface KeptAnswer {
  readonly book: Id<'book'>
  readonly key: string
  readonly revision: number
  readonly value: unknown
}

class DeviceStore extends Dexie {
  records!: Table<DeviceRecord, [string, Kind, string]>
  outbox!: EntityTable<OutboxEntry, 'n'>
  books!: EntityTable<BookMeta, 'book'>
  device!: EntityTable<DeviceMeta, 'key'>
  drafts!: EntityTable<Draft, 'key'>
  actions!: EntityTable<Action, 'n'>
  conflicts!: Table<HeldConflict, [string, Kind, string, string]>
  /** Whose device it is, as far as its changes have told. */
  authors!: EntityTable<{ readonly device: string; readonly member: string }, 'device'>
  pictures!: EntityTable<Picture, 'sha256'>
  /** What was worked out of a book, at its revision. */
  answers!: Table<KeptAnswer, [string, string]>
  /** Room held back, to be freed for taps when the device is full. */
  reserve!: EntityTable<{ readonly key: 'reserve'; readonly bytes: Uint8Array }, 'key'>

  constructor() {
    // Feedback follows `complete`, and with strict durability `complete` means the disk has it.
    super('jot-book', { chromeTransactionDurability: 'strict' })
    this.version(1).stores({
      records: '[book+kind+id], [book+kind], [book+trip]',
      outbox: '++n, [book+refused], change.group, [book+change.recordId]',
      books: 'book',
      device: 'key',
      drafts: 'key',
    })
    // Only ever more tables and indexes: what an older version left waiting must still go up.
    this.version(2).stores({
      actions: '++n, [book+trip]',
      conflicts: '[book+kind+id+field], book, [book+trip]',
      authors: 'device',
      pictures: 'sha256, [book+sent]',
      reserve: 'key',
    })
    this.version(3).stores({ answers: '[book+key]' })
  }
}

/** The device's truth. One a browser profile, shared by every tab and worker. */
export const store = new DeviceStore()
