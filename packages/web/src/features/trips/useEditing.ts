import { useSave } from '../../state/useSave.ts'
import type { Edit } from '../../offline/index.ts'
import { text } from './text.ts'

export interface Editing {
  readonly apply: (chosen: { readonly edits: readonly Edit[] }) => Promise<void>
}

/** Changes to a trip, wherever on its page they are made. */
export function useEditing(): Editing {
  const save = useSave()
  return { apply: ({ edits }) => save(text.changed, edits) }
}
