import { spawnSync } from 'node:child_process'
import {
  appendFileSync,
  chmodSync,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pg from 'pg'
import { afterAll, describe, expect, it } from 'vitest'
import { postgresBinaries } from '../packages/server/src/platform/cluster/postgresBinaries.ts'
import { openCluster } from '../packages/server/src/platform/cluster/cluster.ts'
import type { Cluster, ClusterOptions } from '../packages/server/src/platform/cluster/cluster.ts'
import { databaseUser } from '../packages/server/src/platform/cluster/databaseUser.ts'
import { migrateDatabase, openDatabase } from '../packages/server/src/platform/database.ts'
import { openInstallation } from '../packages/server/src/platform/installation.ts'
import { projectFolder } from '../packages/server/src/platform/config.ts'

const silent = (): void => undefined
/** Stopped after the test, however it ends. */
const clusters: Cluster[] = []
afterAll(() => Promise.all(clusters.map((cluster) => cluster.stop())))

async function opened(options: ClusterOptions): Promise<Cluster> {
  const cluster = await openCluster(options)
  clusters.push(cluster)
  return cluster
}

async function query(url: string, sql: string): Promise<Record<string, unknown>[]> {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  const { rows } = await client.query<Record<string, unknown>>(sql)
  await client.end()
  return rows
}

describe('recovery to a point in time', () => {
  it(
    'brings a base back-up forward to a moment before the mistake, in a history of its own',
    { timeout: 180_000 },
    async () => {
      const top = mkdtempSync(join(tmpdir(), 'jot-pitr-'))
      chmodSync(top, 0o755)
      const [folder, wal, base, anew] = ['book', 'wal', 'base', 'anew'].map((name) => join(top, name)) as [
        string,
        string,
        string,
        string,
      ]
      const user = databaseUser()
      const cluster = await opened({ folder, say: silent, walArchive: wal })
      const owner = openDatabase(cluster.url, { connections: 2 })
      await migrateDatabase(owner, join(projectFolder(), 'packages/server/migrations'))
      const before = await openInstallation(owner)
      // What an acknowledgement rests on (docs/promises.md).
      for (const setting of ['data_checksums', 'fsync', 'full_page_writes', 'synchronous_commit'])
        expect(await query(cluster.url, `show ${setting}`)).toEqual([{ [setting]: 'on' }])

      const { port } = new URL(cluster.url)
      const backup = spawnSync(
        join(postgresBinaries(silent), 'pg_basebackup'),
        ['-h', '127.0.0.1', '-p', port, '-U', 'jot', '-D', base, '-X', 'none', '--checkpoint=fast'],
        { env: { ...process.env, PGPASSWORD: readFileSync(join(folder, 'password'), 'utf8') }, encoding: 'utf8' },
      )
      expect([backup.status, backup.status === 0 ? '' : backup.stderr]).toEqual([0, ''])
      await query(cluster.url, `create table kept as select 'before the mistake' as what`)
      await new Promise((go) => setTimeout(go, 1500))
      const [{ at }] = (await query(cluster.url, 'select now() as at')) as [{ at: Date }]
      await new Promise((go) => setTimeout(go, 1500))
      await query(cluster.url, 'drop table kept')
      await query(cluster.url, 'select pg_switch_wal()')
      await expect.poll(() => readdirSync(wal).length, { timeout: 30_000 }).toBeGreaterThan(1)
      await owner.$client.end()
      await cluster.stop()

      mkdirSync(anew)
      cpSync(base, join(anew, 'cluster'), { recursive: true })
      writeFileSync(join(anew, 'password'), readFileSync(join(folder, 'password')), { mode: 0o600 })
      const settings = [
        `restore_command = 'cp ${wal}/%f %p'`,
        `recovery_target_time = '${at.toISOString().replace('T', ' ').replace('Z', '+00')}'`,
        `recovery_target_action = 'promote'`,
      ]
      appendFileSync(join(anew, 'cluster/postgresql.auto.conf'), `${settings.join('\n')}\n`)
      writeFileSync(join(anew, 'cluster/recovery.signal'), '')
      if (user) spawnSync('chown', ['-R', `${user.uid}:${user.gid}`, join(anew, 'cluster')])
      chmodSync(join(anew, 'cluster'), 0o700)
      const restored = await opened({ folder: anew, say: silent })
      await expect
        .poll(async () => (await query(restored.url, 'select pg_is_in_recovery() as yes'))[0]?.yes, { timeout: 30_000 })
        .toBe(false)
      expect(await query(restored.url, 'select what from kept')).toEqual([{ what: 'before the mistake' }])
      const again = openDatabase(restored.url, { connections: 2 })
      expect((await openInstallation(again)).epoch).not.toBe(before.epoch)
      await again.$client.end()
      await restored.stop()
      rmSync(top, { recursive: true, force: true })
    },
  )
})

describe('the files of deploy/', () => {
  const folder = join(projectFolder(), 'deploy')

  it('hold a service that systemd takes', () => {
    const verify = '/usr/bin/systemd-analyze'
    expect(readdirSync(folder).sort()).toEqual(['Caddyfile', 'jot-book.service', 'nginx.conf'])
    // On a machine without systemd nothing can be said of it.
    if (!existsSync(verify)) return
    const { status, stderr } = spawnSync(verify, ['verify', join(folder, 'jot-book.service')], { encoding: 'utf8' })
    expect([status, stderr.replace(/.*Command .* is not executable.*\n?/g, '')]).toEqual([0, ''])
  })
})
