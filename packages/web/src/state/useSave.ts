import { useCallback } from 'react'
import { isoUtc } from '@jotbook/core'
import type { Kind } from '@jotbook/core'
import { commit, trimActions } from '../offline/index.ts'
import type { Edit } from '../offline/index.ts'
import { text } from './text.ts'
import { useBookId } from './useBook.ts'

/** Saves what a page changes, so that it can be undone from the bar below the page; `done` says there what was done. */
export function useSave(): (done: string, edits: readonly Edit[]) => Promise<void> {
  const book = useBookId()
  return useCallback(
    async (done, edits) => {
      await commit(book, edits, { undo: { trip: '', label: done } })
      await trimActions(book, '')
    },
    [book],
  )
}

/** What the bar says of a record by name. */
export const { saved, deleted } = text

/** The edit that deletes a record. */
export const deletionOf = (kind: Kind, id: string): Edit => ({ kind, id, fields: { deletedAt: isoUtc(Date.now()) } })
