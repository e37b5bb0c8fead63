import { randomBytes } from 'node:crypto'
import { hash, verify } from '@node-rs/argon2'
import pLimit from 'p-limit'
import { Problem } from '@jotbook/contract'

export const LEAST_PASSWORD = 12
const MOST_PASSWORD = 200
/** Hashes made at once: argon2 takes memory and a processor, and others must be served meanwhile. */
const MOST_AT_ONCE = 4
const MOST_WAITING = 28
const hashing = pLimit(MOST_AT_ONCE)

/** Compared with where there is no account, so that the answer takes as long: argon2id of nothing anybody may type. */
let nobody: Promise<string> | undefined
let common: Promise<ReadonlySet<string>> | undefined

function limited<T>(work: () => Promise<T>): Promise<T> {
  if (hashing.pendingCount >= MOST_WAITING)
    throw new Problem('too-often', 'Too many people sign in at once. Try again in a moment.', { retryAfterS: 5 })
  return hashing(work)
}

/** Whether a password fits a hash; as slow, and false, where there is none. */
export async function isPassword(passwordHash: string | null | undefined, password = ''): Promise<boolean> {
  nobody ??= hash(randomBytes(16).toString('hex'))
  const kept = passwordHash ?? (await nobody)
  const fits = await limited(() => verify(kept, password.slice(0, MOST_PASSWORD)))
  return fits && typeof passwordHash === 'string'
}

/** The hash of a new password. Throws Problem `invalid-record` for one that is short, common, or made of the name. */
export async function newPasswordHash(password: string, name: string): Promise<string> {
  const refused = (detail: string): Problem => new Problem('invalid-record', detail, { field: 'password' })
  if ([...password].length < LEAST_PASSWORD || password.length > MOST_PASSWORD)
    throw refused(`A password has from ${LEAST_PASSWORD} to ${MOST_PASSWORD} letters.`)
  const plain = password.toLowerCase()
  if (await isCommon(plain))
    throw refused('This password is among those that are tried first. Choose another, such as four words of your own.')
  if (new Set(plain).size < 5)
    throw refused('This password repeats itself. Choose another, such as four words of your own.')
  if (plain.replace(name, '').length < LEAST_PASSWORD / 2) throw refused('This password is little more than the name.')
  return limited(() => hash(password))
}

/** Common passwords, and ones that only repeat, count on or add digits to them. List: language-common of zxcvbn-ts (some 49,000 leaked ones). */
async function isCommon(plain: string): Promise<boolean> {
  common ??= import('@zxcvbn-ts/language-common').then(({ dictionary }) => new Set(dictionary['passwords-common']))
  const known = await common
  const core = plain.replace(/[^a-z]+$/, '').replace(/^[^a-z]+/, '')
  const half = plain.slice(0, plain.length / 2)
  return (
    known.has(plain) ||
    (core.length >= plain.length - 6 && known.has(core)) ||
    (half + half === plain && known.has(half))
  )
}
