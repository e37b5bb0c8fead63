import type { Id, Kind, Progress, Role } from '@jotbook/core'
import type { ProblemDetails } from './problem.ts'

export interface BookSummary {
  readonly id: string
  readonly name: string
  readonly demo: boolean
  readonly role: Role
}

/** So many days a deleted book can be restored. */
export const KEPT_DAYS = 30

/** A book that its owner deleted and can restore. */
export interface DeletedBook {
  readonly id: string
  readonly name: string
  readonly deletedAt: string
}

export interface Session {
  /** `local`: the person at this computer, signed in without a password. `network`: others come in by accounts and paired devices. */
  readonly mode: 'local' | 'network'
  /** The name to sign in with, null while none was chosen. */
  readonly signInName: string | null
  /** Whether a code of an authenticator app is asked for at sign-in. */
  readonly secondFactor: boolean
  readonly books: readonly BookSummary[]
  readonly deletedBooks: readonly DeletedBook[]
}

export interface DeviceSummary {
  readonly id: string
  readonly name: string
  readonly createdAt: string
  readonly seenAt: string
  readonly thisOne: boolean
}

/** A code to be scanned once. */
export interface Pairing {
  readonly code: string
  /** What the QR code says: the address of the joining page, with the code where no server log sees it. */
  readonly url: string
  readonly expiresAt: string
}

/** What an authenticator app needs to know, as text and as the address in its QR code. */
export interface SecondFactor {
  readonly secret: string
  readonly url: string
}

export interface RecoveryCodes {
  readonly recoveryCodes: readonly string[]
}

export type EventKind =
  | 'signed-in'
  | 'sign-in-refused'
  | 'signed-out'
  | 'password-changed'
  | 'second-factor-on'
  | 'second-factor-off'
  | 'code-made'
  | 'code-used'
  | 'device-revoked'
  | 'exported'
  | 'imported'
  | 'not-allowed'
  | 'member-joined'
  | 'member-changed'
  | 'restored'
  | 'book-deleted'
  | 'book-restored'
  | 'import-undone'
  | 'covers-moved'

/** Something that happened, for the owner to look up. */
export interface AccessEvent {
  readonly at: string
  readonly kind: EventKind
  readonly memberId: string | null
  /** The device's name. */
  readonly device: string | null
  /** A role or a format. */
  readonly detail: string | null
}

/** The last back-up of the server, and whether it could be read back. */
export interface BackupState {
  readonly last: {
    readonly at: string
    readonly file: string
    readonly bytes: number
    readonly records: number
    readonly fault: string | null
  } | null
  /** Whether one is made every night. */
  readonly nightly: boolean
}

/** What a device that scanned a code may look at next. */
export interface Joined {
  readonly book: Id<'book'> | null
}

export interface BundleRemark {
  readonly file: string
  readonly line: number
  readonly column?: string
  readonly message: string
}

/** What an import would do, or did. */
/** A water, a lure or a person by name. */
export interface ImportedName {
  readonly kind: 'water' | 'lure' | 'person'
  readonly name: string
}

/** A name of a bundle that the book has already, under another id or in another spelling. */
export interface SameName extends ImportedName {
  readonly foreignId: string
  readonly recordId: string
  readonly heldName: string
}

export interface ImportReport {
  readonly namespace: string
  readonly faults: readonly BundleRemark[]
  readonly looseEnds: readonly BundleRemark[]
  readonly remarks: readonly BundleRemark[]
  /** Records by what becomes of them. */
  readonly created: number
  readonly changed: number
  readonly unchanged: number
  /** Fields left alone because they were edited by hand after the earlier import. */
  readonly kept: number
  readonly createdByKind: Readonly<Partial<Record<Kind, number>>>
  /** Some of the names that come new into the book. */
  readonly newNames: readonly ImportedName[]
  /** Taken for the book's own, where that was asked for. */
  readonly sameNames: readonly SameName[]
  readonly applied: boolean
  /** The number of its first change, by which it can be undone; none where nothing was written. */
  readonly firstSeq?: number
}

/** Lines of an import's answer as it goes on: how far it is, and last what it did or why it did nothing. */
export type ImportLine =
  { readonly progress: Progress } | { readonly report: ImportReport } | { readonly problem: ProblemDetails }

export interface Health {
  readonly status: 'ok' | 'unwell'
  /** `full`: it answers and cannot write. */
  readonly database: 'ok' | 'away' | 'full'
  readonly version: string
}

export const routes = {
  health: '/api/health',
  session: '/api/session',
  signIn: '/api/sign-in',
  signOut: '/api/sign-out',
  account: '/api/account',
  secondFactor: '/api/account/second-factor',
  secondFactorOff: '/api/account/second-factor/off',
  backups: '/api/backups',
  devices: '/api/devices',
  revoke: (device: string) => `/api/devices/${device}/revoke`,
  pairings: '/api/pairings',
  claim: '/api/pairings/claim',
  invitations: (book: Id<'book'>) => `/api/books/${book}/invitations`,
  picture: (book: Id<'book'>, sha256: string) => `/api/books/${book}/pictures/${sha256}`,
  events: (book: Id<'book'>) => `/api/books/${book}/events`,
  book: (book: Id<'book'>) => `/api/books/${book}`,
  deleteBook: (book: Id<'book'>) => `/api/books/${book}/delete`,
  restoreBook: (book: Id<'book'>) => `/api/deleted-books/${book}/restore`,
  changes: (book: Id<'book'>) => `/api/books/${book}/changes`,
  digest: (book: Id<'book'>) => `/api/books/${book}/digest`,
  snapshot: (book: Id<'book'>) => `/api/books/${book}/snapshot`,
  imports: (book: Id<'book'>) => `/api/books/${book}/imports`,
  undoImport: (book: Id<'book'>, firstSeq: number) => `/api/books/${book}/imports/${firstSeq}/undo`,
  weather: (book: Id<'book'>) => `/api/books/${book}/weather`,
  feed: (book: Id<'book'>, trip: Id<'trip'>) => `/api/books/${book}/trips/${trip}/feed`,
  feedStop: (book: Id<'book'>, trip: Id<'trip'>) => `/api/books/${book}/trips/${trip}/feed/stop`,
  analyses: (book: Id<'book'>) => `/api/books/${book}/analyses`,
  export: (book: Id<'book'>) => `/api/books/${book}/export`,
} as const
