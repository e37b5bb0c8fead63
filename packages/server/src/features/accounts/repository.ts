import { and, desc, eq, gt, isNotNull, isNull, sql } from 'drizzle-orm'
import type { DeviceSummary } from '@jotbook/contract'
import type { Role } from '@jotbook/core'
import type { Queries } from '../../platform/database.ts'
import { accounts, devices, pairings, sessions } from '../../platform/schema.ts'

export interface StoredAccount {
  readonly id: string
  readonly signInName: string | null
  readonly passwordHash: string | null
  readonly failures: number
  readonly blockedUntil: string | null
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

export async function setSignIn(db: Queries, id: string, signInName: string, passwordHash: string): Promise<void> {
  await db.update(accounts).set({ signInName, passwordHash, failures: 0, blockedUntil: null }).where(eq(accounts.id, id))
}

export async function noteTry(db: Queries, id: string, failures: number, blockedUntil: string | null): Promise<void> {
  await db.update(accounts).set({ failures, blockedUntil }).where(eq(accounts.id, id))
}

export async function hasPasswords(db: Queries): Promise<boolean> {
  return (await db.select({ id: accounts.id }).from(accounts).where(isNotNull(accounts.passwordHash)).limit(1)).length > 0
}

export async function insertDevice(db: Queries, id: string, account: string, name: string, at: string): Promise<void> {
  await db.insert(devices).values({ id, account, name, createdAt: at, seenAt: at })
}

export async function liveDevices(db: Queries, account: string): Promise<Omit<DeviceSummary, 'thisOne'>[]> {
  return db
    .select({ id: devices.id, name: devices.name, createdAt: devices.createdAt, seenAt: devices.seenAt })
    .from(devices)
    .where(and(eq(devices.account, account), isNull(devices.revokedAt)))
    .orderBy(desc(devices.seenAt))
}

/** False when the account has no such device. Its sessions end with it. */
export async function revokeDevice(db: Queries, account: string, id: string, at: string): Promise<boolean> {
  const rows = await db
    .update(devices)
    .set({ revokedAt: at })
    .where(and(eq(devices.account, account), eq(devices.id, id), isNull(devices.revokedAt)))
    .returning({ id: devices.id })
  await db.delete(sessions).where(sql`${sessions.sess}->>'device' = ${id}`)
  return rows.length > 0
}

export interface StoredPairing {
  readonly account: string | null
  readonly bookId: string | null
  readonly role: Role | null
  readonly memberId: string | null
}

export async function insertPairing(db: Queries, pairing: StoredPairing & { readonly codeHash: string; readonly expiresAt: string }): Promise<void> {
  await db.insert(pairings).values(pairing)
}

/** Takes a code, once: of two that scan it at the same moment one gets nothing. */
export async function takePairing(db: Queries, codeHash: string, at: string): Promise<StoredPairing | undefined> {
  const [row] = await db
    .update(pairings)
    .set({ usedAt: at })
    .where(and(eq(pairings.codeHash, codeHash), isNull(pairings.usedAt), gt(pairings.expiresAt, at)))
    .returning()
  return row
}
