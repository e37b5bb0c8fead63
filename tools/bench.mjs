import { spawnSync } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { basename, join } from 'node:path'
import { installPackages, root } from './steps.mjs'

/**
 * `node tools/bench.mjs bench/evidence.ts [arguments]`: bundles a bench or a study as the command line is bundled, and runs it: transformed
 * on the fly, code is slower than what people run.
 */
const [entry, ...rest] = process.argv.slice(2)
await installPackages()
const { build } = await import('esbuild')
const outfile = join(mkdtempSync(join(tmpdir(), 'jot-bench-')), basename(entry).replace(/\.ts$/, '.mjs'))
await build({
  entryPoints: [join(root, entry)],
  outfile,
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  tsconfig: join(root, 'tsconfig.json'),
  // Packages of the older kind ask for what Node brings by `require`.
  banner: {
    js: "import { createRequire as requireFrom } from 'node:module'\nconst require = requireFrom(import.meta.url)",
  },
  logLevel: 'warning',
  absWorkingDir: root,
})
process.exitCode =
  spawnSync(process.execPath, ['--expose-gc', outfile, ...rest], { cwd: root, stdio: 'inherit' }).status ?? 1
