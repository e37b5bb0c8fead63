import { existsSync, readFileSync, readdirSync, rmSync, statSync, utimesSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { brotliCompressSync } from 'node:zlib'
import { installPackages, newest, root, run } from './steps.mjs'

/**
 * Bundles entries with all that they use into a few files: to find and load hundreds takes longer than most of what a command or a server's
 * start does. What is built for the machine stays outside; so does a list of passwords, whose names are other ones when it is bundled.
 */
async function bundle(entries, outdir) {
  const { build } = await import('esbuild')
  // Parts are named by what is in them: those of earlier builds would stay for ever.
  rmSync(join(root, outdir), { recursive: true, force: true })
  await build({
    entryPoints: Object.fromEntries(Object.entries(entries).map(([name, entry]) => [name, join(root, entry)])),
    outdir: join(root, outdir),
    bundle: true,
    splitting: true,
    sourcemap: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    tsconfig: join(root, 'tsconfig.json'),
    external: ['@node-rs/argon2', 'pg-native', '@zxcvbn-ts/language-common'],
    banner: { js: `const require = (await import('node:module')).createRequire(import.meta.url)` },
    logLevel: 'warning',
    absWorkingDir: root,
  })
}

/** Makes an output that is older than its sources. It is as old as the moment it was begun at: what changes meanwhile is newer. */
async function made(output, sources, make) {
  const path = join(root, output)
  if (existsSync(path) && statSync(path).mtimeMs >= newest(sources)) return
  const begun = new Date()
  await make()
  utimesSync(path, begun, begun)
}

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
  await made('packages/server/dist/main.js', [...shared, 'packages/server/src'], () =>
    bundle(
      {
        main: 'packages/server/src/main.ts',
        thread: 'packages/server/src/features/analyses/thread.ts',
        archiveThread: 'packages/server/src/features/bundles/archiveThread.ts',
      },
      'packages/server/dist',
    ),
  )
  await made('packages/cli/dist/main.js', [...shared, 'packages/server/src', 'packages/cli/src'], () =>
    bundle({ main: 'packages/cli/src/main.ts' }, 'packages/cli/dist'),
  )
  const pages = ['packages/web/src', 'packages/web/index.html', 'packages/web/vite.config.ts']
  await made('packages/web/dist/index.html', [...shared, ...pages], async () => {
    console.log('Building the pages.')
    const vite = join(root, 'node_modules/vite/bin/vite.js')
    // A test that starts the server has an environment of its own, in which the pages would be built for development: without a worker.
    const env = { ...process.env, NODE_ENV: 'production' }
    await run(process.execPath, [vite, 'build', '--logLevel', 'warn', 'packages/web'], { env })
    compressAssets(join(root, 'packages/web/dist/assets'))
  })
}

if (process.argv[1] === join(root, 'tools/build.mjs')) {
  await installPackages()
  await buildAll()
}
