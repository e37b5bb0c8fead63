import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, writeFileSync } from 'node:fs'

const DEBIAN_FOLDER = '/usr/lib/postgresql'

/** The folder of the newest PostgreSQL server binaries here, installing Debian's package when there are none. Throws with what to do when that cannot be. */
export function postgresBinaries(say: (line: string) => void): string {
  const found = newestBinaries()
  if (found) return found
  say('Installing PostgreSQL from Debian’s packages (once).')
  const sudo = process.getuid?.() === 0 ? [] : ['sudo', '-n']
  if (sudo.length === 0) withoutMainCluster()
  const installed =
    run([...sudo, 'apt-get', 'update', '-q']) &&
    run([...sudo, 'apt-get', 'install', '-y', '-q', '--no-install-recommends', 'postgresql'])
  const binaries = newestBinaries()
  if (!installed || !binaries) {
    throw new Error(
      'There is no PostgreSQL server here and it could not be installed. Install the package "postgresql", or set DATABASE_URL to a server you have.',
    )
  }
  return binaries
}

function newestBinaries(): string | undefined {
  if (!existsSync(DEBIAN_FOLDER)) return undefined
  const versions = readdirSync(DEBIAN_FOLDER).filter((version) => existsSync(`${DEBIAN_FOLDER}/${version}/bin/initdb`))
  const newest = versions.sort((a, b) => Number(b) - Number(a))[0]
  return newest && `${DEBIAN_FOLDER}/${newest}/bin`
}

/** Debian's package would start a cluster of its own; the book needs only the binaries. */
function withoutMainCluster(): void {
  const file = '/etc/postgresql-common/createcluster.conf'
  if (existsSync(file)) return
  mkdirSync('/etc/postgresql-common', { recursive: true })
  writeFileSync(file, 'create_main_cluster = false\n')
}

function run([command = '', ...args]: string[]): boolean {
  return (
    spawnSync(command, args, { stdio: 'ignore', env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } }).status ===
    0
  )
}
