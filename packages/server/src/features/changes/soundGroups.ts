import { changeProblem, readChange } from '@jotbook/contract'
import type { UnreadGroup } from '@jotbook/contract'
import type { Change } from '@jotbook/core'
import { Breath } from '../../platform/longWork.ts'

export interface SoundGroups {
  readonly sound: readonly Change[]
  readonly refused: readonly UnreadGroup[]
}

/** For so many of a push it is worked out why they are wrong; a push of thousands that are is a program's, and it reads the first. */
const MOST_EXPLAINED = 50

/** Sorts out the groups in which a change is wrong by itself, before any lock is taken. Linear in the changes; others are served meanwhile. */
export async function soundGroups(changes: readonly unknown[]): Promise<SoundGroups> {
  const refused = new Map<string, UnreadGroup>()
  const read: Change[] = []
  const breath = new Breath()
  for (const [i, given] of changes.entries()) {
    if (breath.due) await breath.take()
    const explained = refused.size < MOST_EXPLAINED
    const change = readChange(given, i, explained)
    if ('problem' in change) {
      if (!refused.has(change.group)) refused.set(change.group, change)
      continue
    }
    read.push(change)
    if (refused.has(change.group)) continue
    const problem = changeProblem(change, explained)
    if (problem) refused.set(change.group, { group: change.group, problem })
  }
  return {
    sound: refused.size === 0 ? read : read.filter(({ group }) => !refused.has(group)),
    refused: [...refused.values()],
  }
}
