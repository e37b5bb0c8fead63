import { existsSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { brotliCompressSync } from 'node:zlib'
import { installPackages, newest, root, run } from './steps.mjs'

/** Our own workspaces are bundled in; every package from npm stays outside. */
const ownPackagesOnly = {
  name: 'own-packages-only',
  setup(build) {
    build.onResolve({ filter: /^[^./]/ }, ({ path, kind }) =>
      kind === 'entry-point' || path.startsWith('@jotbook/') ? undefined : { path, external: true },
    )
  },
}

async function bundle(entries, outdir) {
  const { build } = await import('esbuild')
  await build({
    entryPoints: Object.fromEntries(Object.entries(entries).map(([name, entry]) => [name, join(root, entry)])),
    outdir: join(root, outdir),
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    sourcemap: true,
    tsconfig: join(root, 'tsconfig.json'),
    plugins: [ownPackagesOnly],
    logLevel: 'warning',
    absWorkingDir: root,
  })
}

async function bundleCommand() {
  const { build } = await import('esbuild')
  // Parts are named by what is in them: those of earlier builds would stay for ever.
  rmSync(join(root, 'packages/cli/dist'), { recursive: true, force: true })
  await build({
    entryPoints: { main: join(root, 'packages/cli/src/main.ts') },
    outdir: join(root, 'packages/cli/dist'),
    bundle: true,
    splitting: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    tsconfig: join(root, 'tsconfig.json'),
    // Everything in a few files: to find and load hundreds took most of the second that a command took to start.
    // The list of passwords has other names when it is bundled, and is asked for by one command only.
    external: ['@node-rs/argon2', 'pg-native', '@zxcvbn-ts/language-common'],
    banner: { js: `const require = (await import('node:module')).createRequire(import.meta.url)` },
    logLevel: 'warning',
    absWorkingDir: root,
  })
}

const outOfDate = (output, sources) =>
  !existsSync(join(root, output)) || statSync(join(root, output)).mtimeMs < newest(sources)

/** Scripts and styles beside themselves as small as they get: served so to whoever takes it. */
function compressAssets(folder) {
  for (const name of readdirSync(folder).filter((file) => /\.(js|css|svg)$/.test(file)))
    writeFileSync(join(folder, `${name}.br`), brotliCompressSync(readFileSync(join(folder, name))))
}

/** Builds what is older than its sources. */
export async function buildAll() {
  const shared = [
    'packages/core/src',
    'packages/core/package.json',
    'packages/contract/src',
    'packages/contract/package.json',
    'package-lock.json',
    'tools/build.mjs',
  ]
  if (outOfDate('packages/server/dist/main.js', [...shared, 'packages/server/src']))
    await bundle(
      {
        main: 'packages/server/src/main.ts',
        thread: 'packages/server/src/features/analyses/thread.ts',
        archiveThread: 'packages/server/src/features/bundles/archiveThread.ts',
      },
      'packages/server/dist',
    )
  if (outOfDate('packages/cli/dist/main.js', [...shared, 'packages/server/src', 'packages/cli/src']))
    await bundleCommand()
  if (
    outOfDate('packages/web/dist/index.html', [
      ...shared,
      'packages/web/src',
      'packages/web/index.html',
      'packages/web/vite.config.ts',
    ])
  ) {
    console.log('Building the pages.')
    await run(process.execPath, [
      join(root, 'node_modules/vite/bin/vite.js'),
      'build',
      '--logLevel',
      'warn',
      'packages/web',
    ])
    compressAssets(join(root, 'packages/web/dist/assets'))
  }
}

if (process.argv[1] === join(root, 'tools/build.mjs')) {
  await installPackages()
  await buildAll()
}
