import { and, desc, eq, gt, isNotNull, isNull, or, sql } from 'drizzle-orm'
import type { DeviceSummary } from '@jotbook/contract'
import type { Id, Role } from '@jotbook/core'
import type { Queries } from '../../platform/database.ts'
import { access, accounts, devices, pairings, sessions } from '../../platform/schema.ts'
import type { SignInName } from './names.ts'

export interface StoredAccount {
  readonly id: string
  readonly signInName: string | null
  readonly passwordHash: string | null
  readonly totpSecret: string | null
  readonly totpStep: number | null
  readonly recoveryHashes: readonly string[] | null
}

export async function insertAccount(db: Queries, id: string, createdAt: string): Promise<void> {
  await db.insert(accounts).values({ id, createdAt }).onConflictDoNothing()
}

export async function accountById(db: Queries, id: string): Promise<StoredAccount | undefined> {
  return (await db.select().from(accounts).where(eq(accounts.id, id)))[0]
}

export async function accountByName(db: Queries, signInName: string): Promise<StoredAccount | undefined> {
  return (await db.select().from(accounts).where(eq(accounts.signInName, signInName)))[0]
}

/** Whose name it is, or one that looks the same. */
export async function holderOfName(db: Queries, { name, skeleton }: SignInName): Promise<string | undefined> {
  const alike = or(eq(accounts.signInName, name), eq(accounts.nameSkeleton, skeleton))
  return (await db.select({ id: accounts.id }).from(accounts).where(alike))[0]?.id
}

export async function setSignIn(
  db: Queries,
  id: string,
  { name, skeleton }: SignInName,
  passwordHash: string,
): Promise<void> {
  await db.update(accounts).set({ signInName: name, nameSkeleton: skeleton, passwordHash }).where(eq(accounts.id, id))
}

export async function setSecondFactor(
  db: Queries,
  id: string,
  totpSecret: string | null,
  recoveryHashes: string[] | null,
): Promise<void> {
  await db.update(accounts).set({ totpSecret, totpStep: null, recoveryHashes }).where(eq(accounts.id, id))
}

/** False when another sign-in used this step, or a later one, in the meantime. */
export async function useStep(db: Queries, id: string, step: number): Promise<boolean> {
  const unused = or(isNull(accounts.totpStep), sql`${accounts.totpStep} < ${step}`)
  const rows = await db
    .update(accounts)
    .set({ totpStep: step })
    .where(and(eq(accounts.id, id), unused))
    .returning({ id: accounts.id })
  return rows.length > 0
}

/** Takes a recovery code, once. */
export async function useRecoveryHash(db: Queries, id: string, hash: string): Promise<boolean> {
  const rows = await db
    .update(accounts)
    .set({ recoveryHashes: sql`array_remove(${accounts.recoveryHashes}, ${hash})` })
    .where(and(eq(accounts.id, id), sql`${hash} = any(${accounts.recoveryHashes})`))
    .returning({ id: accounts.id })
  return rows.length > 0
}

export async function hasPasswords(db: Queries): Promise<boolean> {
  return (
    (await db.select({ id: accounts.id }).from(accounts).where(isNotNull(accounts.passwordHash)).limit(1)).length > 0
  )
}

export async function insertDevice(
  db: Queries,
  device: { id: string; account: string; name: string; tokenHash: string; at: string },
): Promise<void> {
  const { at, ...rest } = device
  await db.insert(devices).values({ ...rest, createdAt: at, seenAt: at })
}

/** The live device of a token. */
export async function deviceOfToken(
  db: Queries,
  tokenHash: string,
): Promise<{ id: string; account: string } | undefined> {
  const live = and(eq(devices.tokenHash, tokenHash), isNull(devices.revokedAt))
  return (await db.select({ id: devices.id, account: devices.account }).from(devices).where(live))[0]
}

export async function seeDevice(db: Queries, id: string, at: string): Promise<void> {
  await db.update(devices).set({ seenAt: at }).where(eq(devices.id, id))
}

export async function nameOfDevice(db: Queries, id: string | undefined): Promise<string | undefined> {
  return id === undefined
    ? undefined
    : (await db.select({ name: devices.name }).from(devices).where(eq(devices.id, id)))[0]?.name
}

export async function liveDevices(db: Queries, account: string): Promise<Omit<DeviceSummary, 'thisOne'>[]> {
  return db
    .select({ id: devices.id, name: devices.name, createdAt: devices.createdAt, seenAt: devices.seenAt })
    .from(devices)
    .where(and(eq(devices.account, account), isNull(devices.revokedAt)))
    .orderBy(desc(devices.seenAt))
}

/** False when the account has no such device. Its sessions and the codes it made end with it. */
export async function revokeDevice(db: Queries, account: string, id: string, at: string): Promise<boolean> {
  const rows = await db
    .update(devices)
    .set({ revokedAt: at, tokenHash: null })
    .where(and(eq(devices.account, account), eq(devices.id, id), isNull(devices.revokedAt)))
    .returning({ id: devices.id })
  if (rows.length === 0) return false
  await db.delete(sessions).where(sql`${sessions.sess}->>'device' = ${id}`)
  await db.delete(pairings).where(eq(pairings.device, id))
  return true
}

/** Ends an account's sessions but one, and every code that was made from them. */
export async function endSessions(db: Queries, account: string, butSid?: string): Promise<void> {
  await db
    .delete(sessions)
    .where(
      and(
        sql`${sessions.sess}->>'account' = ${account}`,
        butSid === undefined ? undefined : sql`${sessions.sid} <> ${butSid}`,
      ),
    )
  await db
    .delete(pairings)
    .where(
      and(
        eq(pairings.account, account),
        butSid === undefined ? undefined : sql`${pairings.session} is distinct from ${butSid}`,
      ),
    )
}

export async function dropPairingsOfSession(db: Queries, sid: string): Promise<void> {
  await db.delete(pairings).where(eq(pairings.session, sid))
}

export interface StoredPairing {
  readonly account: string | null
  readonly bookId: Id<'book'> | null
  readonly role: Role | null
  readonly memberId: string | null
  readonly device: string | null
  readonly session: string | null
}

export async function insertPairing(
  db: Queries,
  pairing: StoredPairing & { readonly codeHash: string; readonly expiresAt: string },
): Promise<void> {
  await db.insert(pairings).values(pairing)
}

/** Takes a code, once: of two that scan it at the same moment one gets nothing. Nor does anybody once its device, session or membership is gone. */
export async function takePairing(db: Queries, codeHash: string, at: string): Promise<StoredPairing | undefined> {
  const [row] = await db
    .update(pairings)
    .set({ usedAt: at })
    .where(and(eq(pairings.codeHash, codeHash), isNull(pairings.usedAt), gt(pairings.expiresAt, at)))
    .returning()
  if (!row) return undefined
  const { device, session, bookId, memberId } = row
  if (!device || !session) return undefined
  const [live] = await db
    .select({ id: devices.id })
    .from(devices)
    .where(and(eq(devices.id, device), isNull(devices.revokedAt)))
  const [open] = await db
    .select({ sid: sessions.sid })
    .from(sessions)
    .where(and(eq(sessions.sid, session), gt(sessions.expire, at)))
  if (!live || !open) return undefined
  if (bookId && memberId && !(await ownsBook(db, bookId, memberId))) return undefined
  return row
}

async function ownsBook(db: Queries, bookId: Id<'book'>, memberId: string): Promise<boolean> {
  const owner = and(
    eq(access.bookId, bookId),
    eq(access.memberId, memberId),
    eq(access.role, 'owner'),
    eq(access.removed, false),
  )
  return (await db.select({ account: access.account }).from(access).where(owner)).length > 0
}

/** How an account stands in a book already. */
export async function membershipOf(
  db: Queries,
  bookId: Id<'book'>,
  account: string,
): Promise<{ memberId: string; role: Role } | undefined> {
  const [row] = await db
    .select({ memberId: access.memberId, role: access.role })
    .from(access)
    .where(and(eq(access.bookId, bookId), eq(access.account, account), eq(access.removed, false)))
  return row?.role ? { memberId: row.memberId, role: row.role } : undefined
}
