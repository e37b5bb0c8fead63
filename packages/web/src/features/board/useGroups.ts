import { useMemo } from 'react'
import type { BoardRow, CountsRow } from '@jotbook/core'
import { useAnalysis } from '../../state/useAnalysis.ts'
import { CONFIDENCE } from './useBoard.ts'

/** What a group gave over the whole book: with hours a rate, without them what its strikes say. */
export interface GroupResult {
  readonly row?: BoardRow
  readonly counts?: CountsRow
}

/** The results of every water, or of every lure, by id. Undefined until they are known. */
export function useGroups(column: 'water' | 'lure'): ReadonlyMap<string, GroupResult> | undefined {
  const { value } = useAnalysis('board', [{ by: [column], where: [] }, CONFIDENCE])
  return useMemo(() => {
    if (!value) return undefined
    const groups = new Map<string, GroupResult>()
    for (const counts of value.withoutHours) groups.set(counts.group[0] ?? '', { counts })
    for (const row of value.rows) groups.set(row.group[0] ?? '', { row })
    return groups
  }, [value])
}
