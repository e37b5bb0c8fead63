import { useMemo } from 'react'
import type { BoardRow } from '@jotbook/core'
import { useAnalysis } from '../../app/useAnalysis.ts'

/** What each lure has done over the whole book, by its id. */
export function useDone(): ReadonlyMap<string, BoardRow> {
  const { value } = useAnalysis((worker, book) => worker.board(book, { by: ['lure'], where: [] }, 0.9), 'lures')
  return useMemo(() => new Map((value?.rows ?? []).map((row) => [row.group[0] ?? '', row])), [value])
}
