import {
  bigint,
  boolean,
  customType,
  doublePrecision,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core'
import type { AnyPgColumn, PgColumnBuilderBase, PgTableExtraConfigValue } from 'drizzle-orm/pg-core'
import { KINDS, allFields, columnName, entry } from '@jotbook/core'
import type { Change, Fields, FieldSpec, Kind, RecordOf, Role } from '@jotbook/core'

/** Points in time as ISO 8601 in UTC with milliseconds: the one spelling that records hold. */
const instant = customType<{ data: string; driverData: string }>({
  dataType: () => 'timestamptz(3)',
  fromDriver: isoOr,
})

/** What no calendar here knows (infinity, years before Christ) is handed on as it stands: one such value must not stop the reading of all others. */
function isoOr(value: string): string {
  const ms = Date.parse(value)
  return Number.isNaN(ms) ? value : new Date(ms).toISOString()
}

const bytes = customType<{ data: Buffer }>({ dataType: () => 'bytea' })

export const books = pgTable('books', {
  id: uuid().primaryKey(),
  /** The number of the last change; the row's lock orders writers. */
  seq: bigint({ mode: 'number' }).notNull().default(0),
  createdAt: instant('created_at').notNull(),
})

/**
 * Which account may open which book, as which member. `local` is the person at the loopback address. Role and removal follow the
 * member's record by a trigger, so that the gate to a book asks this table alone.
 */
export const access = pgTable(
  'access',
  {
    bookId: uuid('book_id')
      .notNull()
      .references(() => books.id),
    account: text().notNull(),
    memberId: uuid('member_id').notNull(),
    role: text().$type<Role>(),
    removed: boolean().notNull().default(false),
    /** When the book was deleted: the gate is shut, until it is restored or its thirty days are over. */
    deletedAt: instant('deleted_at'),
  },
  (table) => [primaryKey({ columns: [table.bookId, table.account] }), index('access_account').on(table.account)],
)

/** Who may sign in, by name and password or by a paired device alone. `local` is the person at the loopback address. */
export const accounts = pgTable(
  'accounts',
  {
    id: text().primaryKey(),
    /** In lower case; null until one is chosen. */
    signInName: text('sign_in_name'),
    /** The name as it looks: two names that look alike have one skeleton. */
    nameSkeleton: text('name_skeleton'),
    passwordHash: text('password_hash'),
    /** The key of the second factor (base32), and the last time step it was used in. */
    totpSecret: text('totp_secret'),
    totpStep: bigint('totp_step', { mode: 'number' }),
    /** SHA-256 of the recovery codes not yet used. */
    recoveryHashes: text('recovery_hashes').array(),
    createdAt: instant('created_at').notNull(),
  },
  (table) => [
    uniqueIndex('accounts_sign_in_name').on(table.signInName),
    uniqueIndex('accounts_name_skeleton').on(table.nameSkeleton),
  ],
)

/** A browser that was signed in or paired; revoked, its sessions are worth nothing. */
export const devices = pgTable(
  'devices',
  {
    id: uuid().primaryKey(),
    account: text()
      .notNull()
      .references(() => accounts.id),
    name: text().notNull(),
    /** SHA-256 of the token by which a device that signed in before is known again. */
    tokenHash: text('token_hash'),
    createdAt: instant('created_at').notNull(),
    seenAt: instant('seen_at').notNull(),
    revokedAt: instant('revoked_at'),
  },
  (table) => [index('devices_account').on(table.account)],
)

/** A code to be scanned once, within ten minutes. Only its hash is kept. */
export const pairings = pgTable('pairings', {
  codeHash: text('code_hash').primaryKey(),
  /** Whose other device it is; or else the book to be joined, and as what. */
  account: text().references(() => accounts.id),
  bookId: uuid('book_id').references(() => books.id),
  role: text().$type<Role>(),
  /** The owner who invited. */
  memberId: uuid('member_id'),
  /** The device and session that asked for it: the code ends with either. */
  device: uuid(),
  session: text(),
  expiresAt: instant('expires_at').notNull(),
  usedAt: instant('used_at'),
})

/** Sessions as the session library keeps them, under the SHA-256 of their ids. */
export const sessions = pgTable(
  'sessions',
  { sid: text().primaryKey(), sess: jsonb().notNull(), expire: instant().notNull() },
  (table) => [index('sessions_expire').on(table.expire)],
)

/** What every process of this server must share and nobody else may know. */
export const secrets = pgTable('secrets', { name: text().primaryKey(), value: text().notNull() })

/** Tries at something that may be guessed, by what they are counted for: a name, an address, a device. */
export const tries = pgTable('tries', {
  key: text().primaryKey(),
  count: integer().notNull(),
  since: instant().notNull(),
  blockedUntil: instant('blocked_until'),
})

/** What happened that an owner should be able to look up: who came in, who was turned away, what left the book. */
export const events = pgTable(
  'events',
  {
    id: uuid().primaryKey(),
    at: instant().notNull(),
    kind: text().notNull(),
    account: text(),
    bookId: uuid('book_id'),
    memberId: uuid('member_id'),
    device: text(),
    detail: text(),
  },
  (table) => [index('events_book').on(table.bookId, table.at), index('events_account').on(table.account, table.at)],
)

/** One row: which history this database has. A restored one gets a new epoch, by which devices notice. */
export const installation = pgTable('installation', {
  id: integer().primaryKey(),
  epoch: uuid().notNull(),
  /** Where the history was last written: system identifier, database and timeline of PostgreSQL. */
  lineage: text().notNull(),
})

/** Written by each look at the health: a database that cannot write is not well. */
export const heartbeat = pgTable('heartbeat', { id: integer().primaryKey(), at: instant().notNull() })

/** Back-ups made, and whether each was read back. */
export const backups = pgTable('backups', {
  id: uuid().primaryKey(),
  at: instant().notNull(),
  file: text().notNull(),
  bytes: bigint({ mode: 'number' }).notNull(),
  records: bigint({ mode: 'number' }).notNull(),
  /** Null where it was read back and found whole. */
  fault: text(),
})

/** Pictures by their SHA-256, apart from the records that name them. */
export const pictures = pgTable(
  'pictures',
  {
    bookId: uuid('book_id').notNull(),
    sha256: text().notNull(),
    jpeg: bytes().notNull(),
    receivedAt: instant('received_at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.bookId, table.sha256] })],
)

/** Every change ever applied, in the order in which it became visible. */
export const changes = pgTable(
  'changes',
  {
    // No foreign key here and below: whoever writes takes numbers of the book in the same transaction, which fails without it, and
    // checking each of many rows while its row is locked would hold others up.
    bookId: uuid('book_id').notNull(),
    seq: bigint({ mode: 'number' }).notNull(),
    id: uuid().notNull(),
    group: uuid('group_id').notNull(),
    kind: text().$type<Kind>().notNull(),
    recordId: uuid('record_id').notNull(),
    stamp: text().notNull(),
    fields: jsonb().$type<Change['fields']>().notNull(),
    /** By field: the stamp of the value that the device saw when it wrote over it. */
    over: jsonb().$type<NonNullable<Change['over']>>(),
    memberId: uuid('member_id').notNull(),
    receivedAt: instant('received_at').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.bookId, table.seq] }),
    uniqueIndex('changes_once').on(table.bookId, table.id),
    index('changes_of_record').on(table.bookId, table.kind, table.recordId),
  ],
)

/** What each record of an imported bundle became, and what the bundle said of it last. */
export const foreignIds = pgTable(
  'foreign_ids',
  {
    bookId: uuid('book_id').notNull(),
    namespace: text().notNull(),
    kind: text().$type<Kind>().notNull(),
    foreignId: text('foreign_id').notNull(),
    recordId: uuid('record_id').notNull(),
    rowHash: text('row_hash').notNull(),
    stamp: text().notNull(),
    fields: jsonb().$type<Fields>().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.bookId, table.namespace, table.kind, table.foreignId] }),
    index('foreign_ids_record').on(table.bookId, table.recordId),
  ],
)

const TABLE_NAMES: Readonly<Record<Kind, string>> = {
  water: 'waters',
  spot: 'spots',
  lure: 'lures',
  setup: 'setups',
  trip: 'trips',
  stint: 'stints',
  reading: 'readings',
  strike: 'strikes',
  photo: 'photos',
  trackPart: 'track_parts',
  plan: 'plans',
  advice: 'advice',
  rodTest: 'rod_tests',
  pattern: 'patterns',
  claim: 'claims',
  eventRules: 'event_rules',
  member: 'members',
  book: 'book_settings',
}

function columnOf(field: string, spec: FieldSpec): PgColumnBuilderBase {
  const name = columnName(field)
  switch (spec.type) {
    case 'ref':
      return uuid(name)
    case 'instant':
      return instant(name)
    case 'words':
      return text(name).array()
    case 'quantity':
      return doublePrecision(name)
    case 'number':
      return spec.integer ? integer(name) : doublePrecision(name)
    case 'flag':
      return boolean(name)
    case 'json':
      return jsonb(name)
    default:
      return text(name)
  }
}

/** Columns every record has beside its own fields. */
const RECORD_COLUMNS = {
  bookId: () => uuid('book_id').notNull(),
  id: () => uuid().notNull(),
  /** The stamp that won each field. */
  stamps: () => jsonb().$type<Readonly<Record<string, string>>>().notNull(),
  /** Fields of newer devices that this server does not know, kept untouched. */
  extra: () => jsonb().$type<Fields>().notNull().default({}),
}

/** Required fields are NOT NULL; references stay within the book. Rows are never removed, so references never dangle. */
function recordTable(kind: Kind) {
  const fields = Object.entries(allFields(kind))
  const columns = Object.fromEntries(
    fields.map(([field, spec]) => {
      const column = columnOf(field, spec) as ReturnType<typeof text>
      return [field, spec.required ? column.notNull() : column]
    }),
  )
  const belongs = fields.some(([, spec]) => spec.type === 'ref' && spec.required)
  return pgTable(
    TABLE_NAMES[kind],
    // What belongs to a record that is required is held to the book by that record.
    {
      bookId: belongs ? RECORD_COLUMNS.bookId() : RECORD_COLUMNS.bookId().references(() => books.id),
      id: RECORD_COLUMNS.id(),
      ...columns,
      stamps: RECORD_COLUMNS.stamps(),
      extra: RECORD_COLUMNS.extra(),
    },
    (table) => {
      const own = table as unknown as Record<string, AnyPgColumn>
      const keys: PgTableExtraConfigValue[] = [primaryKey({ columns: [entry(own, 'bookId'), entry(own, 'id')] })]
      for (const [field, spec] of fields) {
        // One of its own kind may be written in any order: it is held to the book by the checks of each change.
        if (spec.type !== 'ref' || spec.to === kind) continue
        const target = (): Record<string, AnyPgColumn> => tables[spec.to] as unknown as Record<string, AnyPgColumn>
        keys.push(
          foreignKey({
            name: `${TABLE_NAMES[kind]}_${columnName(field)}`,
            columns: [entry(own, 'bookId'), entry(own, field)],
            foreignColumns: [entry(target(), 'bookId'), entry(target(), 'id')],
          }),
        )
        keys.push(index(`${TABLE_NAMES[kind]}_by_${columnName(field)}`).on(entry(own, 'bookId'), entry(own, field)))
      }
      return keys
    },
  )
}

/** The columns of a kind, each of what its field holds by the field table. */
type FieldColumns<K extends Kind> = {
  readonly [Field in Exclude<keyof RecordOf<K>, 'id'> & string]-?: AnyPgColumn<{
    data: NonNullable<RecordOf<K>[Field]>
    notNull: undefined extends RecordOf<K>[Field] ? false : true
  }>
}
type RecordTables = { [K in Kind]: ReturnType<typeof recordTable> & FieldColumns<K> }

const tables = Object.fromEntries(KINDS.map((kind) => [kind, recordTable(kind)])) as unknown as RecordTables

/** Tables that hold what belongs to a book, by its `book_id`; row-level security keeps each transaction to one book. */
export const BOOK_TABLES = [...KINDS.map((kind) => TABLE_NAMES[kind]), 'changes', 'foreign_ids', 'pictures'] as const

/** The table of each kind. */
export const recordTables: Readonly<RecordTables> = tables

/** Named one by one for the migration tool, which reads a module's exports. */
export const {
  water: waters,
  spot: spots,
  lure: lures,
  setup: setups,
  trip: trips,
  stint: stints,
  reading: readings,
  strike: strikes,
} = tables
export const {
  photo: photos,
  trackPart: trackParts,
  plan: plans,
  advice,
  rodTest: rodTests,
  pattern: patterns,
  claim: claims,
  eventRules,
  member: members,
  book: bookSettings,
} = tables
