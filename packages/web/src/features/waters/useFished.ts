import { useMemo } from 'react'
import type { BoardRow } from '@jotbook/core'
import { useAnalysis } from '../../app/useAnalysis.ts'

/** What each water gave over the whole book, by its id. */
export function useFished(): ReadonlyMap<string, BoardRow> {
  const { value } = useAnalysis((worker, book) => worker.board(book, { by: ['water'], where: [] }, 0.9), 'waters')
  return useMemo(() => new Map((value?.rows ?? []).map((row) => [row.group[0] ?? '', row])), [value])
}
