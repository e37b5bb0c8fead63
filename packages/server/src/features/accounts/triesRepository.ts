import { eq, lt, sql } from 'drizzle-orm'
import { isoUtc } from '@jotbook/core'
import { Problem } from '@jotbook/contract'
import type { Queries } from '../../platform/database.ts'
import { tries } from '../../platform/schema.ts'

/** So many wrong tries are forgiven; each further one doubles the wait, up to a quarter of an hour. */
const FORGIVEN = 5
const FIRST_WAIT_MS = 30_000
const LONGEST_WAIT_MS = 15 * 60_000
const FORGOTTEN_AFTER_MS = 24 * 3_600_000
const ADDRESS_WINDOW_MS = 10 * 60_000
const ADDRESS_TRIES = 30

/** Throws Problem `too-often` while the key has to wait. Kept in the database, so that all processes count together. */
export async function assertMayTry(db: Queries, key: string, nowMs: number): Promise<void> {
  const [row] = await db.select({ blockedUntil: tries.blockedUntil }).from(tries).where(eq(tries.key, key))
  const waitMs = row?.blockedUntil ? Date.parse(row.blockedUntil) - nowMs : 0
  if (waitMs > 0)
    throw new Problem('too-often', `Too many wrong tries. Try again after ${Math.ceil(waitMs / 60_000)} min.`, {
      retryAfterS: Math.ceil(waitMs / 1000),
    })
}

/** Counts a wrong try, and makes the next ones wait. */
export async function noteWrong(db: Queries, key: string, nowMs: number): Promise<void> {
  const count = await counted(db, key, nowMs, FORGOTTEN_AFTER_MS)
  if (count <= FORGIVEN) return
  const waitMs = Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** Math.min(10, count - FORGIVEN))
  await db
    .update(tries)
    .set({ blockedUntil: isoUtc(nowMs + waitMs) })
    .where(eq(tries.key, key))
}

export async function forgetTries(db: Queries, key: string): Promise<void> {
  await db.delete(tries).where(eq(tries.key, key))
}

/** Counts any try from an address. A person who mistypes is let through, a program that guesses is not. Throws Problem `too-often`. */
export async function countAddress(db: Queries, address: string | undefined, nowMs: number): Promise<void> {
  const count = await counted(db, `address ${networkOf(address ?? '')}`, nowMs, ADDRESS_WINDOW_MS)
  if (count > ADDRESS_TRIES)
    throw new Problem('too-often', 'Too many tries from here. Wait ten minutes.', { retryAfterS: 600 })
}

/** Who has one address of IPv6 has the whole /64. */
const networkOf = (address: string): string =>
  address.includes(':') && !address.startsWith('::ffff:') ? address.split(':').slice(0, 4).join(':') : address

async function counted(db: Queries, key: string, nowMs: number, windowMs: number): Promise<number> {
  const over = sql`${tries.since} < ${isoUtc(nowMs - windowMs)}::timestamptz`
  const [row] = await db
    .insert(tries)
    .values({ key, count: 1, since: isoUtc(nowMs) })
    .onConflictDoUpdate({
      target: tries.key,
      set: {
        count: sql`case when ${over} then 1 else ${tries.count} + 1 end`,
        since: sql`case when ${over} then excluded.since else ${tries.since} end`,
      },
    })
    .returning({ count: tries.count })
  return row?.count ?? 1
}

/** Lets go of what is too old to count. */
export async function sweepTries(db: Queries, nowMs: number): Promise<void> {
  await db.delete(tries).where(lt(tries.since, isoUtc(nowMs - FORGOTTEN_AFTER_MS)))
}
