import { spawn, spawnSync } from 'node:child_process'
import { existsSync, readdirSync, statSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = dirname(dirname(fileURLToPath(import.meta.url)))

/** Debian's Chromium without windows, which no test looks at: with them its own process took twice the time. */
export const CHROMIUM = '/usr/bin/chromium-headless-shell'

/** The compiler that checks types, five times as fast as the one before it, whose interface the reader for habits still asks for. */
export const TSC = join(root, 'node_modules/typescript-native/bin/tsc')

/** Runs a command in the project's folder, its output shown, and takes it along when we are told to stop. Rejects when it fails. */
export function run(command, args, options = {}) {
  return new Promise((done, fail) => {
    const child = spawn(command, args, { cwd: root, stdio: 'inherit', ...options })
    const stop = () => child.kill('SIGTERM')
    const signals = ['SIGTERM', 'SIGINT', 'SIGHUP']
    for (const signal of signals) process.once(signal, stop)
    child.on('error', fail)
    child.on('exit', (status) => {
      for (const signal of signals) process.off(signal, stop)
      if (status === 0) done()
      else fail(new Error(`"${[command, ...args].join(' ')}" failed.`))
    })
  })
}

/** Installs the npm packages unless they were installed, by us or by hand, since the lock file last changed. */
export async function installPackages() {
  const installed = join(root, 'node_modules/.package-lock.json')
  if (existsSync(installed) && statSync(installed).mtimeMs >= statSync(join(root, 'package-lock.json')).mtimeMs) return
  console.log('Installing npm packages.')
  await run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'])
}

/** The time of the newest file under some paths, 0 for none. */
export function newest(paths) {
  let time = 0
  for (const path of paths.map((name) => join(root, name))) {
    if (!existsSync(path)) continue
    const files = statSync(path).isDirectory()
      ? readdirSync(path, { recursive: true }).map((name) => join(path, name))
      : [path]
    for (const file of files) time = Math.max(time, statSync(file).mtimeMs)
  }
  return time
}

/** Installs one of Debian's packages when the file it brings is missing; throws with what to do when that cannot be. */
export function debianPackage(name, file) {
  if (existsSync(file)) return
  console.log(`Installing ${name} from Debian's packages.`)
  const sudo = process.getuid?.() === 0 ? [] : ['sudo', '-n']
  const apt = (...args) =>
    spawnSync([...sudo, 'apt-get'][0], [...sudo.slice(1), ...(sudo.length ? ['apt-get'] : []), ...args], {
      stdio: 'ignore',
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    })
  apt('update', '-q')
  apt('install', '-y', '-q', '--no-install-recommends', name)
  if (!existsSync(file))
    throw new Error(`${file} is missing and could not be installed; install Debian's package "${name}".`)
}
