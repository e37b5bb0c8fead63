import type { Kind, Role } from '@jotbook/core'

export type Verb = 'create' | 'change' | 'delete'

const ALL: readonly Verb[] = ['create', 'change', 'delete']

/** Who may do what to which kind. What is not here is not allowed. Every member reads; a viewer reads without coordinates. */
const PERMISSIONS: Readonly<Record<Role, Readonly<Partial<Record<Kind, readonly Verb[]>>> | 'everything'>> = {
  owner: 'everything',
  crew: { trip: ALL, stint: ALL, strike: ALL, reading: ALL, photo: ALL, lure: ['create'] },
  viewer: {},
}

export function isAllowed(role: Role, kind: Kind, verb: Verb): boolean {
  const granted = PERMISSIONS[role]
  return granted === 'everything' || (granted[kind]?.includes(verb) ?? false)
}

export const seesPlaces = (role: Role): boolean => role !== 'viewer'
