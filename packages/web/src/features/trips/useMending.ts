import { useSave } from '../../app/useSave.ts'
import type { Edit } from '../../offline/index.ts'
import { text } from './text.ts'

export interface Mending {
  readonly mend: (chosen: { readonly edits: readonly Edit[] }) => Promise<void>
}

/** Changes to a trip, wherever on its page they are made. */
export function useMending(): Mending {
  const save = useSave()
  return { mend: ({ edits }) => save(text.changed, edits) }
}
