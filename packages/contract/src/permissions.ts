import type { Fields, Kind, Role } from '@jotbook/core'

export type Verb = 'create' | 'change' | 'delete'

/** What a role may do to a kind: the verbs, and the fields it may not change. */
interface Grant {
  readonly verbs: readonly Verb[]
  readonly notFields?: readonly string[]
}

const ALL: Grant = { verbs: ['create', 'change', 'delete'] }

/**
 * Who may do what to which kind, and to which fields. What is not here is not allowed. Every member reads; a viewer reads without
 * coordinates.
 */
export const PERMISSIONS: Readonly<Record<Role, Readonly<Partial<Record<Kind, Grant>>> | 'everything'>> = {
  owner: 'everything',
  crew: {
    // The captain's settings of a trip stay the captain's.
    trip: {
      verbs: ['create', 'change', 'delete'],
      notFields: [
        'water',
        'purpose',
        'limit',
        'minLengthMm',
        'weighIn',
        'runBackMin',
        'mostInWell',
        'deadFishG',
        'bagOf',
        'scaleStep',
      ],
    },
    stint: ALL,
    strike: ALL,
    reading: ALL,
    photo: ALL,
    trackPart: ALL,
    advice: ALL,
    rodTest: ALL,
    pattern: ALL,
    lure: { verbs: ['create'] },
  },
  viewer: {},
}

export function isAllowed(role: Role, kind: Kind, verb: Verb): boolean {
  const granted = PERMISSIONS[role]
  return granted === 'everything' || (granted[kind]?.verbs.includes(verb) ?? false)
}

/** The first field of a change that the role may not change in a record that exists; undefined when all are allowed. */
export function forbiddenField(role: Role, kind: Kind, fields: Fields): string | undefined {
  const granted = PERMISSIONS[role]
  return granted === 'everything' ? undefined : granted[kind]?.notFields?.find((field) => field in fields)
}

/** Owner above crew above viewer. */
export const rankOf = (role: Role): number => ['viewer', 'crew', 'owner'].indexOf(role)

export const seesPlaces = (role: Role): boolean => role !== 'viewer'

/** Whom a route answers: anybody, whoever is signed in, any member of the book, or its owner alone. */
export type Audience = 'anybody' | 'account' | 'member' | 'crew' | 'owner'

/** Every address of the API with whom it answers. The gate to a book asks this table alone, and knows no address that is not in it. */
export const AUDIENCES: Readonly<Record<string, Audience>> = {
  'GET /api/health': 'anybody',
  'GET /api/session': 'account',
  'POST /api/sign-in': 'anybody',
  'POST /api/sign-out': 'anybody',
  'POST /api/pairings/claim': 'anybody',
  'PUT /api/account': 'account',
  'POST /api/account/second-factor': 'account',
  'PUT /api/account/second-factor': 'account',
  'POST /api/account/second-factor/off': 'account',
  'GET /api/backups': 'account',
  'GET /api/devices': 'account',
  'POST /api/devices/:device/revoke': 'account',
  'POST /api/pairings': 'account',
  'PUT /api/books/:book': 'account',
  'POST /api/books/:book/delete': 'owner',
  'POST /api/deleted-books/:book/restore': 'account',
  'POST /api/books/:book/invitations': 'owner',
  'POST /api/books/:book/changes': 'member',
  'GET /api/books/:book/changes': 'member',
  'GET /api/books/:book/snapshot': 'member',
  'GET /api/books/:book/digest': 'member',
  'GET /api/books/:book/events': 'owner',
  'POST /api/books/:book/imports': 'owner',
  'POST /api/books/:book/imports/:firstSeq/undo': 'owner',
  'GET /api/books/:book/export': 'member',
  'POST /api/books/:book/analyses': 'member',
  'PUT /api/books/:book/pictures/:sha256': 'crew',
  'GET /api/books/:book/pictures/:sha256': 'member',
  'POST /api/books/:book/weather': 'crew',
  'PUT /api/books/:book/trips/:trip/feed': 'crew',
  'POST /api/books/:book/trips/:trip/feed/stop': 'crew',
  'GET /api/books/:book/trips/:trip/feed': 'member',
}

/** A book as a file: who may have it in which form. What is nothing but places is not for whoever may not see places. */
export const EXPORT_AUDIENCES = { csv: 'member', json: 'owner', whole: 'owner', geojson: 'crew', gpx: 'crew' } as const

const ROUTES = Object.entries(AUDIENCES).map(([route, audience]) => {
  const [method, path = ''] = route.split(' ')
  return { method, parts: path.split('/'), audience }
})

/** Whom an address of the API answers, `/api/books/7/changes` for one; undefined for one that is not in the table. */
export function audienceOf(method: string, path: string): Audience | undefined {
  const given = path.split('/')
  const fits = (parts: readonly string[]): boolean =>
    parts.length === given.length &&
    parts.every((part, i) => (part.startsWith(':') ? given[i] !== '' : part === given[i]))
  return ROUTES.find((route) => route.method === method && fits(route.parts))?.audience
}

/** Whether a member of a book is among those that an address answers. */
export const isAmong = (role: Role, audience: Audience): boolean =>
  audience === 'owner' ? role === 'owner' : audience !== 'crew' || rankOf(role) >= rankOf('crew')
