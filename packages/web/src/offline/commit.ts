import { v5 as uuidv5, v7 as uuidv7 } from 'uuid'
import { clockShiftsOf, isClocked, mergeChange, stampOf, tick, unshiftedFields } from '@jotbook/core'
import type { Change, ClockShifts, EpochMs, Fields, Id, Kind, RecordState } from '@jotbook/core'
import { thisDevice, tripOf, tripsOfRecords } from './deviceRecords.ts'
import { store } from './deviceStore.ts'
import type { Action, BookMeta, DeviceMeta, DeviceRecord, OutboxEntry } from './deviceStore.ts'
import { revised } from './touched.ts'
import { kept } from './room.ts'
import { pushSoon } from './sync.ts'

/** One record's new field values; a record that does not exist yet is made. */
export interface Edit {
  readonly kind: Kind
  readonly id: string
  readonly fields: Fields
}

let told: (book: Id<'book'>, changes: number) => void = () => undefined
/** Tells of changes in the same moment in which they are kept, before any reading of the store could. */
export function onKept(listener: typeof told): () => void {
  told = listener
  return () => (told = () => undefined)
}

/** How a group of edits is listed among those that can be undone. */
export interface Undo {
  /** The deck it was tapped on; `''` for what was saved on a page. */
  readonly trip: Id<'trip'>
  readonly label: string
}

interface CommitOptions {
  readonly nowMs?: EpochMs
  readonly undo?: Undo
  /** The trip's clock at the tap that made them. */
  readonly tap?: NonNullable<DeviceMeta['tap']>
  /** The times are as the device's clock showed them, not put right: what an undo writes back. */
  readonly raw?: boolean
}

export const newId = (): string => uuidv7()

/** A pattern is known by its water and hours: two devices that find it before they hear of each other write one record. One that goes on under other hours keeps the id of its first. */
export function patternId(water: Id<'water'>, where: string, known: readonly { readonly id: string }[]): string {
  const id = uuidv5(`pattern ${where}`, water)
  return known.some((one) => one.id === id) ? newId() : id
}

/** So many actions can be taken back. */
export const UNDO_DEPTH = 10

/**
 * The one way in: writes a group of edits to the device store and its outbox in one durable transaction, then sends them when it
 * can. When the promise resolves, the edits are on the disk. Throws Problem `device-full` when there is no room.
 */
export async function commit(
  book: Id<'book'>,
  edits: readonly Edit[],
  { nowMs = Date.now(), undo, tap, raw = false }: CommitOptions = {},
): Promise<void> {
  if (edits.length === 0) return
  await kept([store.records, store.outbox, store.books, store.device, store.actions], async () => {
    const held = await heldRecords(book, edits)
    const written = raw ? edits : edits.map((edit) => asClocked(edit, held))
    const made = stamped(book, written, held, nowMs)
    // One after another in the transaction without waiting in between: it ends once, when all of it is on the disk.
    await Promise.all([
      store.records.bulkPut([...made.records.values()]),
      store.outbox.bulkAdd(made.outbox as OutboxEntry[]),
      store.device.put({ ...held.device, clock: made.clock, ...(tap ? { tap } : {}) }),
      store.books.put(revised(held.meta, tripsOfRecords(made.records.values()))),
      ...(undo ? [store.actions.add(actionOf(book, { ...undo, atMs: nowMs }, written, held) as Action)] : []),
    ])
  })
  told(book, edits.length)
  pushSoon(book)
}

interface Held {
  readonly device: DeviceMeta
  readonly meta: BookMeta
  readonly records: ReadonlyMap<string, DeviceRecord>
  readonly shifts: ReadonlyMap<string, ClockShifts>
}

async function heldRecords(book: Id<'book'>, edits: readonly Edit[]): Promise<Held> {
  const keys = edits.map(({ kind, id }): [string, Kind, string] => [book, kind, id])
  const clocked = edits.filter(({ kind, fields }) => isClocked(kind, fields))
  // What names its trip is asked for in the same breath; a tap waits for each further round.
  const named = tripsOf(clocked, new Map())
  const [device, meta, rows, namedTrips] = await Promise.all([
    thisDevice(),
    store.books.get(book),
    store.records.bulkGet(keys),
    tripRows(book, named),
  ])
  const records = new Map(rows.flatMap((row, i) => (row ? [[edits[i]?.id ?? '', row] as const] : [])))
  const others = tripsOf(clocked, records).filter((trip) => !named.includes(trip))
  const shifts = new Map(
    [...namedTrips, ...(await tripRows(book, others))].flatMap((row) => {
      const known = clockShiftsOf(row?.shown.fields.clockShiftS)
      return row && known ? [[row.id, known] as const] : []
    }),
  )
  return { device, meta: meta ?? { book, cursor: 0, revision: 0 }, records, shifts }
}

const tripsOf = (edits: readonly Edit[], records: ReadonlyMap<string, DeviceRecord>): string[] =>
  [...new Set(edits.map((edit) => tripOfEdit(edit, records)))].filter((trip) => trip !== '')

const tripRows = async (book: Id<'book'>, trips: readonly string[]): Promise<(DeviceRecord | undefined)[]> =>
  trips.length > 0 ? store.records.bulkGet(trips.map((trip): [string, Kind, string] => [book, 'trip', trip])) : []

function tripOfEdit({ kind, id, fields }: Edit, records: ReadonlyMap<string, DeviceRecord>): string {
  if (kind === 'trip') return id
  return typeof fields.trip === 'string' ? fields.trip : (records.get(id)?.trip ?? '')
}

/** An edit with its times as this device's clock shows them, which is what records keep. */
const asClocked = (edit: Edit, held: Held): Edit => ({
  ...edit,
  fields: unshiftedFields(edit.kind, edit.fields, held.device.device, held.shifts.get(tripOfEdit(edit, held.records))),
})

function stamped(book: Id<'book'>, edits: readonly Edit[], held: Held, nowMs: EpochMs) {
  const group = uuidv7()
  const records = new Map<string, DeviceRecord>()
  const outbox: Omit<OutboxEntry, 'n'>[] = []
  let { clock } = held.device
  for (const { kind, id, fields } of edits) {
    clock = tick(clock, nowMs)
    const before = records.get(id) ?? held.records.get(id)
    const over = overOf(before?.shown, fields)
    const change: Change = {
      id: uuidv7(),
      group,
      kind,
      recordId: id,
      stamp: stampOf(clock, held.device.device),
      fields,
      ...(over ? { over } : {}),
    }
    const shown = mergeChange(before?.shown, change)
    records.set(id, { book, kind, id, trip: tripOf(kind, id, shown), confirmed: before?.confirmed ?? null, shown })
    outbox.push({ book, change, madeAtMs: nowMs, seen: held.device.seen, sent: 0, refused: 0 })
  }
  return { records, outbox, clock }
}

/** The stamps of the values that are written over; none for fields that had no value here yet. A record just made has nothing to write over. */
function overOf(shown: RecordState | undefined, fields: Fields): Record<string, string> | undefined {
  if (!shown) return undefined
  return Object.fromEntries(
    Object.keys(fields).flatMap((field): [string, string][] => {
      const stamp = shown.stamps[field]
      return stamp === undefined ? [] : [[field, stamp]]
    }),
  )
}

/** What the edits were to their records, as stored before and after them. */
function actionOf(
  book: Id<'book'>,
  { trip, label, atMs }: Undo & { readonly atMs: EpochMs },
  edits: readonly Edit[],
  { records }: Held,
): Omit<Action, 'n'> {
  const undoable = edits.map(({ kind, id, fields }) => {
    const before = records.get(id)?.shown.fields
    return {
      kind,
      id,
      after: fields,
      before: before ? Object.fromEntries(Object.keys(fields).map((field) => [field, before[field] ?? null])) : null,
    }
  })
  return { book, trip, label, atMs, records: undoable }
}
