import { liveQuery } from 'dexie'
import { store } from './deviceStore.ts'
import { withRoom } from './room.ts'

/** This tab, among the tabs of the browser. */
const TAB = crypto.randomUUID()

/** Keeps what is being typed; called on every keystroke, and durable when it resolves. */
export async function saveDraft(key: string, value: unknown): Promise<void> {
  await withRoom(() => store.drafts.put({ key, value, writer: TAB }))
}

export async function loadDraft<T>(key: string): Promise<T | undefined> {
  return (await store.drafts.get(key))?.value as T | undefined
}

export async function dropDraft(key: string): Promise<void> {
  await store.drafts.delete(key)
}

/** Keeping a form's typing under a key, as forms take it. */
export const keptDraft = (
  key: string,
): {
  load: () => Promise<Record<string, string> | undefined>
  save: (value: Record<string, string>) => Promise<void>
} => ({ load: () => loadDraft(key), save: (value) => saveDraft(key, value) })

/** Tells what another tab typed into the same draft. Returns how to stop. */
export function watchDraft<T>(key: string, onChange: (value: T) => void): () => void {
  const subscription = liveQuery(() => store.drafts.get(key)).subscribe((draft) => {
    if (draft && draft.writer !== TAB) onChange(draft.value as T)
  })
  return () => subscription.unsubscribe()
}
