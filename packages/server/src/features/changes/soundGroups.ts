import { changeProblem, readChange } from '@jotbook/contract'
import type { UnreadGroup } from '@jotbook/contract'
import type { Change } from '@jotbook/core'
import { Breath } from '../../platform/longWork.ts'

export interface SoundGroups {
  readonly sound: readonly Change[]
  readonly refused: readonly UnreadGroup[]
}

/** For so many of a push it is worked out what is wrong with their shape. */
const MOST_EXPLAINED = 20

/** Sorts out the groups in which a change is wrong by itself, before any lock is taken. Linear in the changes; others are served meanwhile. */
export async function soundGroups(changes: readonly unknown[]): Promise<SoundGroups> {
  const refused = new Map<string, UnreadGroup>()
  const read: Change[] = []
  const breath = new Breath()
  for (const [i, given] of changes.entries()) {
    if (breath.due) await breath.take()
    const change = readChange(given, i, refused.size < MOST_EXPLAINED)
    if ('problem' in change) {
      if (!refused.has(change.group)) refused.set(change.group, change)
      continue
    }
    read.push(change)
    if (refused.has(change.group)) continue
    const problem = changeProblem(change)
    if (problem) refused.set(change.group, { group: change.group, problem })
  }
  return { sound: refused.size === 0 ? read : read.filter(({ group }) => !refused.has(group)), refused: [...refused.values()] }
}
