import { chmodSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { root } from './steps.mjs'

/** A private PostgreSQL for tests only, with durability off unless speed is measured; its address goes to the tests in TEST_DATABASE_URL. */
export async function withTestDatabase(work, { durable = false } = {}) {
  process.env.TSX_TSCONFIG_PATH = join(root, 'tsconfig.json')
  const { register } = await import('tsx/esm/api')
  const unregister = register()
  const { openCluster } = await import('../packages/server/src/platform/cluster/cluster.ts')
  const folder = mkdtempSync(join(tmpdir(), 'jot-test-'))
  chmodSync(folder, 0o755)
  const cluster = await openCluster({ folder, say: console.log, durable })
  await unregister()
  try {
    return await work({ TEST_DATABASE_URL: cluster.url })
  } finally {
    await cluster.stop()
    rmSync(folder, { recursive: true, force: true })
  }
}
