import { chmodSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, it } from 'vitest'
import { openCluster } from './cluster.ts'

it('runs under its old port when it is opened again, so that a second server finds it', async () => {
  const top = mkdtempSync(join(tmpdir(), 'jot-cluster-'))
  // The database's own user has to reach it.
  chmodSync(top, 0o755)
  const open = () => openCluster({ folder: join(top, 'book'), say: () => undefined, durable: false })
  try {
    const first = await open()
    await first.stop()
    const second = await open()
    await second.stop()
    expect(second.url).toBe(first.url)
  } finally {
    rmSync(top, { recursive: true, force: true })
  }
}, 120_000)
