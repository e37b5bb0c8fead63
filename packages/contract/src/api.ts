import type { Progress, Role } from '@jotbook/core'
import type { ProblemDetails } from './problems.ts'

export interface BookSummary {
  readonly id: string
  readonly name: string
  readonly demo: boolean
  readonly role: Role
}

export interface Session {
  /** `local`: the person at this computer, signed in without a password. `network`: others come in by accounts and paired devices. */
  readonly mode: 'local' | 'network'
  /** The name to sign in with, null while none was chosen. */
  readonly signInName: string | null
  readonly books: readonly BookSummary[]
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

/** What a device that scanned a code may look at next. */
export interface Joined {
  readonly book: string | null
}

export interface BundleRemark {
  readonly file: string
  readonly line: number
  readonly column?: string
  readonly message: string
}

/** What an import would do, or did. */
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
  readonly applied: boolean
}

/** Lines of an import's answer as it goes on: how far it is, and last what it did or why it did nothing. */
export type ImportLine = { readonly progress: Progress } | { readonly report: ImportReport } | { readonly problem: ProblemDetails }

export interface Health {
  readonly status: 'ok' | 'unwell'
  readonly database: 'ok' | 'away'
  readonly version: string
}

export const routes = {
  health: '/api/health',
  session: '/api/session',
  signIn: '/api/sign-in',
  signOut: '/api/sign-out',
  account: '/api/account',
  devices: '/api/devices',
  revoke: (device: string) => `/api/devices/${device}/revoke`,
  pairings: '/api/pairings',
  claim: '/api/pairings/claim',
  invitations: (book: string) => `/api/books/${book}/invitations`,
  picture: (book: string, sha256: string) => `/api/books/${book}/pictures/${sha256}`,
  book: (book: string) => `/api/books/${book}`,
  changes: (book: string) => `/api/books/${book}/changes`,
  snapshot: (book: string) => `/api/books/${book}/snapshot`,
  imports: (book: string) => `/api/books/${book}/imports`,
  weather: (book: string) => `/api/books/${book}/weather`,
  feed: (book: string, trip: string) => `/api/books/${book}/trips/${trip}/feed`,
  feedStop: (book: string, trip: string) => `/api/books/${book}/trips/${trip}/feed/stop`,
  analyses: (book: string) => `/api/books/${book}/analyses`,
  export: (book: string) => `/api/books/${book}/export`,
} as const
