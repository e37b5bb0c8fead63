import { readFileSync, readdirSync } from 'node:fs'

interface ProcessInfo {
  readonly pid: number
  readonly parent: number
  readonly command: string
}

/** Every process of this machine that can be looked at. */
function processes(): ProcessInfo[] {
  return readdirSync('/proc').flatMap((name) => {
    const pid = Number(name)
    if (!Number.isInteger(pid)) return []
    try {
      const stat = readFileSync(`/proc/${pid}/stat`, 'utf8').replace(/^.*\) /, '')
      return [
        {
          pid,
          parent: Number(stat.split(' ')[1]),
          command: readFileSync(`/proc/${pid}/cmdline`, 'utf8').replaceAll('\0', ' '),
        },
      ]
    } catch {
      return []
    }
  })
}

/** The children of a process whose command holds a text. */
export const childrenOf = (parent: number, text: string): number[] =>
  processes()
    .filter((one) => one.parent === parent && one.command.includes(text))
    .map(({ pid }) => pid)

/** Sends a signal; false when the process was gone already. */
export function signal(pid: number, name: NodeJS.Signals): boolean {
  try {
    return process.kill(pid, name)
  } catch {
    return false
  }
}
