import { spawnSync } from 'node:child_process'
import type { SpawnOptions } from 'node:child_process'

/** The unprivileged user the database runs as when we are root: PostgreSQL refuses to run as root. */
export interface DatabaseUser {
  readonly uid: number
  readonly gid: number
}

export function databaseUser(): DatabaseUser | undefined {
  if (process.getuid?.() !== 0) return undefined
  const idOf = (flag: string, name: string): number =>
    Number(spawnSync('id', [flag, name], { encoding: 'utf8' }).stdout.trim() || NaN)
  const name = Number.isNaN(idOf('-u', 'postgres')) ? 'nobody' : 'postgres'
  return { uid: idOf('-u', name), gid: idOf('-g', name) }
}

/** Options that run a command as the database's user, from a folder it may read. */
export const asUser = (user: DatabaseUser | undefined): SpawnOptions => ({
  cwd: '/',
  ...(user ? { uid: user.uid, gid: user.gid } : {}),
})

/** Whether the user may pass through a folder (a root-only parent makes everything in it unreachable). */
export function canReach(folder: string, user: DatabaseUser | undefined): boolean {
  return user === undefined || spawnSync('test', ['-x', folder], asUser(user)).status === 0
}
