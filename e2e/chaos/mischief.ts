import type { ChaosServer } from './chaosServer.ts'
import { signal } from './processes.ts'

export type Deed = (typeof DEEDS)[number]
export const DEEDS = [
  'server killed',
  'database killed',
  'backend killed',
  'server frozen',
  'database frozen',
  'disk full',
] as const

const pause = (ms: number): Promise<void> => new Promise((go) => setTimeout(go, ms))
const one = <T>(list: readonly T[], random: () => number): T | undefined => list[Math.floor(random() * list.length)]

/** One bad thing, over when the promise resolves. False when there was nothing to do it to. */
async function does(deed: Deed, server: ChaosServer, random: () => number): Promise<boolean> {
  const postmaster = server.postmasterPid()
  const freeze = async (pid: number | undefined): Promise<boolean> => {
    if (pid === undefined || !signal(pid, 'SIGSTOP')) return false
    await pause(500 + 2500 * random())
    return signal(pid, 'SIGCONT')
  }
  switch (deed) {
    case 'server killed':
      return signalOf(one(server.serverPids(), random), 'SIGKILL')
    case 'database killed':
      return signalOf(postmaster, 'SIGKILL')
    case 'backend killed':
      return signalOf(one(server.backendPids(), random), 'SIGKILL')
    case 'server frozen':
      return freeze(one(server.serverPids(), random))
    case 'database frozen':
      return freeze(one([...server.backendPids(), ...(postmaster === undefined ? [] : [postmaster])], random))
    case 'disk full': {
      if (!server.smallDisk) return false
      const free = server.fillDisk()
      await pause(1500 + 2000 * random())
      free()
      return true
    }
  }
}

const signalOf = (pid: number | undefined, name: NodeJS.Signals): boolean => pid !== undefined && signal(pid, name)

/** Bad things one after another until the time is over, with time to come to between them. Returns how often each was done. */
export async function mischief(
  server: ChaosServer,
  untilMs: number,
  random: () => number,
): Promise<Record<Deed, number>> {
  const done = Object.fromEntries(DEEDS.map((deed) => [deed, 0])) as Record<Deed, number>
  // Each in turn first, then as it comes. What there is nothing to do it to, as long as the database is coming back, is still to be done.
  const toCome: Deed[] = DEEDS.filter((deed) => deed !== 'disk full' || server.smallDisk)
  while (Date.now() < untilMs) {
    await pause(1500 + 3500 * random())
    const deed = toCome[0] ?? one(DEEDS, random) ?? 'server killed'
    if (!(await does(deed, server, random))) continue
    done[deed]++
    if (deed === toCome[0]) toCome.shift()
  }
  return done
}
