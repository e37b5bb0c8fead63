import { useLiveQuery } from 'dexie-react-hooks'
import type { Id } from '@jotbook/core'
import { loadDraft } from '../offline/index.ts'

/** Whether a trip was begun to be typed and not kept yet. */
export const useHalfTyped = (book: Id<'book'> | null): boolean =>
  useLiveQuery(async () => (await loadDraft(`dock:${book}:new`)) !== undefined, [book], false)
