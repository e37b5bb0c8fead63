import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = dirname(dirname(fileURLToPath(import.meta.url)))

/** Runs a command in the project's folder, its output shown; throws when it fails. */
export function run(command, args, options = {}) {
  const { status, error } = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options })
  if (error || status !== 0) throw new Error(`"${[command, ...args].join(' ')}" failed${error ? `: ${error.message}` : ''}.`)
}

/** Installs the npm packages when the lock file is not the one they were installed from. */
export function installPackages() {
  const lock = createHash('sha256').update(readFileSync(join(root, 'package-lock.json'))).digest('hex')
  const mark = join(root, 'node_modules/.jot-lock')
  if (existsSync(mark) && readFileSync(mark, 'utf8') === lock) return
  console.log('Installing npm packages.')
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'])
  writeFileSync(mark, lock)
}

/** The time of the newest file under some paths, 0 for none. */
export function newest(paths) {
  let time = 0
  for (const path of paths.map((name) => join(root, name))) {
    if (!existsSync(path)) continue
    const files = statSync(path).isDirectory() ? readdirSync(path, { recursive: true }).map((name) => join(path, name)) : [path]
    for (const file of files) time = Math.max(time, statSync(file).mtimeMs)
  }
  return time
}

/** Installs one of Debian's packages when the file it brings is missing; throws with what to do when that cannot be. */
export function debianPackage(name, file) {
  if (existsSync(file)) return
  console.log(`Installing ${name} from Debian's packages.`)
  const sudo = process.getuid?.() === 0 ? [] : ['sudo', '-n']
  const apt = (...args) => spawnSync([...sudo, 'apt-get'][0], [...sudo.slice(1), ...(sudo.length ? ['apt-get'] : []), ...args], { stdio: 'ignore', env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } })
  apt('update', '-q')
  apt('install', '-y', '-q', '--no-install-recommends', name)
  if (!existsSync(file)) throw new Error(`${file} is missing and could not be installed; install Debian's package "${name}".`)
}
