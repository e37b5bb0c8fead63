import { createHash, randomBytes } from 'node:crypto'
import { hash, verify } from '@node-rs/argon2'
import { v7 as uuidv7 } from 'uuid'
import { isoUtc } from '@jotbook/core'
import type { Role } from '@jotbook/core'
import { Problem } from '@jotbook/contract'
import type { Queries } from '../../platform/database.ts'
import { applyChanges } from '../changes/applyChanges.ts'
import type { Author } from '../changes/applyChanges.ts'
import { serverChanges } from '../changes/serverChanges.ts'
import { grantAccess } from '../books/repository.ts'
import { accountByName, insertAccount, insertDevice, insertPairing, noteTry, setSignIn, takePairing } from './repository.ts'

export const LEAST_PASSWORD = 10
const CODE_BYTES = 20
const CODE_MS = 10 * 60_000
/** So many wrong passwords are forgiven; each further one doubles the wait, up to a quarter of an hour. */
const FORGIVEN = 5
const LONGEST_BLOCK_MS = 15 * 60_000
/** Compared with where there is no account, so that the answer takes as long: argon2id of nothing anybody may type. */
let nobody: Promise<string> | undefined

/** Chooses the name and password an account signs in with. */
export async function chooseSignIn(db: Queries, account: string, name: unknown, password: unknown, nowMs: number): Promise<void> {
  const signInName = readName(name, 'name')
  if (typeof password !== 'string' || password.length < LEAST_PASSWORD || password.length > 200)
    throw new Problem('invalid-record', `A password has from ${LEAST_PASSWORD} to 200 letters.`, { field: 'password' })
  const holder = await accountByName(db, signInName)
  if (holder && holder.id !== account) throw new Problem('invalid-record', 'Somebody else signs in with this name.', { field: 'name' })
  await insertAccount(db, account, isoUtc(nowMs))
  await setSignIn(db, account, signInName, await hash(password))
}

/** The account that a name and password open. Throws Problem `wrong-password`, the same whether the name exists, or `too-often`. */
export async function signIn(db: Queries, name: unknown, password: unknown, nowMs: number): Promise<string> {
  const account = typeof name === 'string' ? await accountByName(db, name.trim().toLowerCase()) : undefined
  if (account?.blockedUntil && Date.parse(account.blockedUntil) > nowMs)
    throw new Problem('too-often', `Too many wrong passwords. Try again after ${Math.ceil((Date.parse(account.blockedUntil) - nowMs) / 60_000)} min.`)
  nobody ??= hash(randomBytes(16).toString('hex'))
  const right = await verify(account?.passwordHash ?? (await nobody), typeof password === 'string' ? password.slice(0, 200) : '')
  if (!account?.passwordHash) throw new Problem('wrong-password', 'The name or the password is not right.')
  const failures = right ? 0 : account.failures + 1
  const blockMs = failures > FORGIVEN ? Math.min(LONGEST_BLOCK_MS, 30_000 * 2 ** (failures - FORGIVEN)) : 0
  await noteTry(db, account.id, failures, blockMs > 0 ? isoUtc(nowMs + blockMs) : null)
  if (!right) throw new Problem('wrong-password', 'The name or the password is not right.')
  return account.id
}

/** Notes the browser that signs in. Its id goes into the session. */
export async function addDevice(db: Queries, account: string, name: unknown, nowMs: number): Promise<string> {
  const id = uuidv7()
  await insertAccount(db, account, isoUtc(nowMs))
  await insertDevice(db, id, account, typeof name === 'string' && name.trim() !== '' ? name.trim().slice(0, 80) : 'A browser', isoUtc(nowMs))
  return id
}

const hashOf = (code: string): string => createHash('sha256').update(code).digest('hex')

type Purpose = { readonly account: string } | { readonly bookId: string; readonly role: Role; readonly memberId: string }

/** A code for one more device of an account, or for somebody to join a book. Only its hash stays here. */
export async function makePairing(db: Queries, purpose: Purpose, nowMs: number): Promise<{ code: string; expiresAt: string }> {
  const code = randomBytes(CODE_BYTES).toString('base64url')
  const expiresAt = isoUtc(nowMs + CODE_MS)
  await insertPairing(db, { account: null, bookId: null, role: null, memberId: null, ...purpose, codeHash: hashOf(code), expiresAt })
  return { code, expiresAt }
}

interface Claim {
  readonly code: unknown
  /** What the person is called aboard; only for joining a book. */
  readonly name: unknown
  /** Who holds the device already, if anybody. */
  readonly account: string | undefined
}

/** Redeems a code, once and in time. Returns whose the device is now, and the book that was joined. */
export async function claimPairing(db: Queries, { code, name, account }: Claim, nowMs: number): Promise<{ account: string; book: string | null }> {
  const pairing = await takePairing(db, hashOf(typeof code === 'string' ? code : ''), isoUtc(nowMs))
  if (!pairing) throw new Problem('pairing-over', 'A code serves once, and for ten minutes. Ask for a new one.')
  if (pairing.account) return { account: pairing.account, book: null }
  const { bookId, role, memberId: invitedBy } = pairing
  if (!bookId || !role || !invitedBy) throw new Problem('pairing-over', 'The code opens no book.')
  const person = readName(name, 'name', false)
  const joining = account ?? uuidv7()
  await insertAccount(db, joining, isoUtc(nowMs))
  const memberId = uuidv7()
  const author: Author = { memberId: invitedBy, role: 'owner' }
  const made = serverChanges(nowMs, [{ kind: 'member', recordId: memberId, fields: { name: person, role } }])
  const { refused } = await applyChanges(db, bookId, author, made, nowMs)
  if (refused[0]) throw refused[0].problem
  await grantAccess(db, bookId, joining, memberId)
  return { account: joining, book: bookId }
}

function readName(name: unknown, field: string, lower = true): string {
  const read = typeof name === 'string' ? name.trim() : ''
  if (read === '' || read.length > 80) throw new Problem('invalid-record', 'A name has from 1 to 80 letters.', { field })
  return lower ? read.toLowerCase() : read
}
