import { createHash, randomBytes } from 'node:crypto'
import { v7 as uuidv7 } from 'uuid'
import { isoUtc } from '@jotbook/core'
import type { Id, Role } from '@jotbook/core'
import { Problem, rankOf } from '@jotbook/contract'
import { enterBook } from '../../platform/database.ts'
import type { Queries } from '../../platform/database.ts'
import { applyChanges } from '../changes/applyChanges.ts'
import type { Author } from '../changes/applyChanges.ts'
import { serverChanges } from '../changes/serverChanges.ts'
import type { MadeChange } from '../changes/serverChanges.ts'
import { grantAccess } from '../books/repository.ts'
import { mappedName, readCalled, readSignInName } from './names.ts'
import { isPassword, newPasswordHash } from './passwords.ts'
import * as repository from './repository.ts'
import type { StoredAccount } from './repository.ts'
import { recoveryHash, stepOfCode } from './secondFactor.ts'
import { assertMayTry, forgetTries, noteWrong } from './triesRepository.ts'

const CODE_BYTES = 20
const CODE_MS = 10 * 60_000

/** Chooses the name and password an account signs in with, whatever they were before: for whoever is known to be the owner. */
// eslint-disable-next-line max-params -- the connection and the book or account come first wherever the database is asked
export async function setNameAndPassword(
  db: Queries,
  account: string,
  typedName: string | undefined,
  password = '',
  nowMs: number,
): Promise<void> {
  const name = readSignInName(typedName)
  const passwordHash = await newPasswordHash(password, name.name)
  const holder = await repository.holderOfName(db, name)
  if (holder !== undefined && holder !== account)
    throw new Problem('invalid-record', 'Somebody else signs in with this name, or with one that looks the same.', {
      field: 'name',
    })
  await repository.insertAccount(db, account, isoUtc(nowMs))
  await repository.setSignIn(db, account, name, passwordHash)
}

/** As above for somebody who lost theirs: the second factor is off again, and whoever was signed in is no longer. */
// eslint-disable-next-line max-params -- the connection and the book or account come first wherever the database is asked
export async function resetAccount(
  db: Queries,
  account: string,
  name: string,
  password: string,
  nowMs: number,
): Promise<void> {
  await setNameAndPassword(db, account, name, password, nowMs)
  await repository.setSecondFactor(db, account, null, null)
  await repository.endSessions(db, account)
}

/** The password again, before something that only its holder may do. Throws Problem `wrong-password`. */
export async function assertIsHolder(
  db: Queries,
  account: string,
  password: string | undefined,
  nowMs: number,
): Promise<StoredAccount | undefined> {
  const stored = await repository.accountById(db, account)
  if (!stored?.passwordHash) return stored
  const key = `holder ${account}`
  await assertMayTry(db, key, nowMs)
  if (await isPassword(stored.passwordHash, password)) {
    await forgetTries(db, key)
    return stored
  }
  await noteWrong(db, key, nowMs)
  throw new Problem('wrong-password', 'The current password is not right.', { field: 'current' })
}

export interface SignIn {
  readonly name: string | undefined
  readonly password: string | undefined
  /** Of the authenticator app, or a recovery code. */
  readonly code: string | undefined
  /** The token of a device that signed in before. */
  readonly token: string | undefined
}

/**
 * The account that a name and password open. Answers and times are the same whether the name exists. Wrong tries are counted by the
 * name, but by the device where it is known: whoever guesses from elsewhere does not lock the owner out. Throws Problem
 * `wrong-password`, `second-factor` or `too-often`.
 */
export async function signIn(db: Queries, { name, password, code, token }: SignIn, nowMs: number): Promise<string> {
  const typed = mappedName(name)
  const account = await repository.accountByName(db, typed)
  const known = token === undefined ? undefined : await repository.deviceOfToken(db, hashOf(token))
  const key = known && known.account === account?.id ? `device ${known.id}` : `name ${hashOf(typed)}`
  await assertMayTry(db, key, nowMs)
  const right = await isPassword(account?.passwordHash, password)
  const wrong = async (): Promise<never> => {
    await noteWrong(db, key, nowMs)
    throw new Problem('wrong-password', 'The name or the password is not right.')
  }
  if (!account || !right) return wrong()
  if (account.totpSecret && !code)
    throw new Problem('second-factor', 'Type the code that your authenticator app shows.', { field: 'code' })
  if (account.totpSecret && !(await passesSecondFactor(db, account, code ?? '', nowMs))) return wrong()
  await forgetTries(db, key)
  return account.id
}

async function passesSecondFactor(
  db: Queries,
  { id, totpSecret, totpStep }: StoredAccount,
  code: string,
  nowMs: number,
): Promise<boolean> {
  const step = totpSecret ? stepOfCode(totpSecret, code, totpStep, nowMs) : undefined
  return step === undefined ? repository.useRecoveryHash(db, id, recoveryHash(code)) : repository.useStep(db, id, step)
}

/** A device by which somebody came in, with the token it is known by next time. */
export interface KnownDevice {
  readonly id: string
  readonly token: string
}

/** Notes the browser that signs in; one that did before is the same device. */
// eslint-disable-next-line max-params -- the connection and the book or account come first wherever the database is asked
export async function addDevice(
  db: Queries,
  account: string,
  name: string | undefined,
  token: string | undefined,
  nowMs: number,
): Promise<KnownDevice> {
  const known = token === undefined ? undefined : await repository.deviceOfToken(db, hashOf(token))
  if (token !== undefined && known?.account === account) {
    await repository.seeDevice(db, known.id, isoUtc(nowMs))
    return { id: known.id, token }
  }
  const fresh = randomBytes(32).toString('base64url')
  const id = uuidv7()
  await repository.insertAccount(db, account, isoUtc(nowMs))
  await repository.insertDevice(db, {
    id,
    account,
    name: deviceName(name),
    tokenHash: hashOf(fresh),
    at: isoUtc(nowMs),
  })
  return { id, token: fresh }
}

const deviceName = (name = ''): string =>
  name
    .replace(/[\p{Cc}\p{Surrogate}\p{Bidi_Control}]/gu, '')
    .trim()
    .slice(0, 80) || 'A browser'

const hashOf = (text: string): string => createHash('sha256').update(text).digest('hex')

type Purpose =
  { readonly account: string } | { readonly bookId: Id<'book'>; readonly role: Role; readonly memberId: string }

/** From where a code is asked for: it ends with the device and with the session. */
export interface AskedFrom {
  readonly device: string
  readonly session: string
}

/** A code for one more device of an account, or for somebody to join a book. Only its hash stays here. */
export async function makePairing(
  db: Queries,
  purpose: Purpose,
  from: AskedFrom,
  nowMs: number,
): Promise<{ code: string; expiresAt: string }> {
  const code = randomBytes(CODE_BYTES).toString('base64url')
  const expiresAt = isoUtc(nowMs + CODE_MS)
  await repository.insertPairing(db, {
    account: null,
    bookId: null,
    role: null,
    memberId: null,
    ...purpose,
    ...from,
    codeHash: hashOf(code),
    expiresAt,
  })
  return { code, expiresAt }
}

interface Redeeming {
  readonly code: string | undefined
  /** What the person is called aboard; only for joining a book. */
  readonly name: string | undefined
  /** Who holds the device already, if anybody. */
  readonly account: string | undefined
}

export interface Redeemed {
  readonly account: string
  readonly book: Id<'book'> | null
  readonly memberId?: string
  readonly role?: Role
}

/** Redeems a code, once and in time. Returns whose the device is now, and the book that was joined. */
export async function redeemPairing(db: Queries, { code, name, account }: Redeeming, nowMs: number): Promise<Redeemed> {
  const pairing = await repository.takePairing(db, hashOf(code ?? ''), isoUtc(nowMs))
  if (!pairing)
    throw new Problem(
      'pairing-over',
      'A code works once, for ten minutes, while the person who made it is signed in. Ask for a new one.',
    )
  if (pairing.account) return { account: pairing.account, book: null }
  const { bookId, role, memberId: invitedBy } = pairing
  if (!bookId || !role || !invitedBy) throw new Problem('pairing-over', 'The code opens no book.')
  await enterBook(db, bookId)
  const author: Author = { memberId: invitedBy, role: 'owner' }
  const held = account === undefined ? undefined : await repository.membershipOf(db, bookId, account)
  if (account !== undefined && held) {
    // Nobody loses by a scan: a lower role's code changes nothing.
    if (rankOf(role) > rankOf(held.role))
      await write(db, bookId, author, { kind: 'member', recordId: held.memberId, fields: { role } }, nowMs)
    return { account, book: bookId }
  }
  const person = readCalled(name)
  const joining = account ?? uuidv7()
  await repository.insertAccount(db, joining, isoUtc(nowMs))
  const memberId = uuidv7()
  await write(db, bookId, author, { kind: 'member', recordId: memberId, fields: { name: person, role } }, nowMs)
  await grantAccess(db, bookId, joining, memberId)
  return { account: joining, book: bookId, memberId, role }
}

// eslint-disable-next-line max-params -- the connection and the book or account come first wherever the database is asked
async function write(
  db: Queries,
  bookId: Id<'book'>,
  author: Author,
  change: MadeChange,
  nowMs: number,
): Promise<void> {
  const { refused } = await applyChanges(db, bookId, author, serverChanges(nowMs, [change]), nowMs)
  if (refused[0]) throw refused[0].problem
}
