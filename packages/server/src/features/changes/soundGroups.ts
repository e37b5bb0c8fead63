import { setImmediate } from 'node:timers/promises'
import { changeProblem } from '@jotbook/contract'
import type { Problem } from '@jotbook/contract'
import type { Change } from '@jotbook/core'

export interface SoundGroups {
  readonly sound: readonly Change[]
  readonly refused: readonly { readonly group: string; readonly problem: Problem }[]
}

/** So long at most before others get their turn. */
const TURN_MS = 10

/** Sorts out the groups in which a change is wrong by itself, before any lock is taken. Linear in the changes; others are served meanwhile. */
export async function soundGroups(changes: readonly Change[], unread: SoundGroups['refused'] = []): Promise<SoundGroups> {
  const refused = new Map(unread.map(({ group, problem }) => [group, problem]))
  let since = performance.now()
  for (const change of changes) {
    if (refused.has(change.group)) continue
    const problem = changeProblem(change)
    if (problem) refused.set(change.group, problem)
    if (performance.now() - since < TURN_MS) continue
    await setImmediate()
    since = performance.now()
  }
  return {
    sound: refused.size === 0 ? changes : changes.filter(({ group }) => !refused.has(group)),
    refused: [...refused].map(([group, problem]) => ({ group, problem })),
  }
}
