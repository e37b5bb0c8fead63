import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { installPackages, root, run } from './steps.mjs'

const SOURCE = join(root, 'packages/core/kernel/index.ts')
const BYTES = join(root, 'packages/core/src/numerics/kernel/bytes.ts')

/** The kernel as the core has it, from its source: a module that takes the memory it is given. */
async function compiled() {
  const folder = mkdtempSync(join(tmpdir(), 'jot-kernel-'))
  const out = join(folder, 'kernel.wasm')
  const options = [
    '-O3',
    '--enable',
    'simd',
    '--runtime',
    'stub',
    '--noAssert',
    '--importMemory',
    '--use',
    'abort=',
    '--disableWarning',
    '112',
  ]
  try {
    await run(join(root, 'node_modules/.bin/asc'), [SOURCE, ...options, '--outFile', out])
    const hex = readFileSync(out).toString('hex')
    return `/** \`packages/core/kernel\`, compiled by \`npm run kernel\`. */\nexport const KERNEL_BYTES =\n  '${hex}'\n`
  } finally {
    rmSync(folder, { recursive: true })
  }
}

/** Rejects when the core's kernel is not what its source compiles to. */
export async function checkKernel() {
  if (readFileSync(BYTES, 'utf8') !== (await compiled()))
    throw new Error('packages/core/kernel has changed: compile it into the core with "npm run kernel".')
}

/** `npm run kernel`: compiles it into the core, whence every bundle takes it. */
if (process.argv[1] === import.meta.filename) {
  await installPackages()
  writeFileSync(BYTES, await compiled())
}
