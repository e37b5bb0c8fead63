import type { Kind, RecordState } from '@jotbook/core'
import type { LoggedChange } from '../changes/changeRepository.ts'
import type { NamespacedRecord } from './foreignIdRepository.ts'

/** The id under which `book.json` holds the book's own settings. */
export const SETTINGS_ID = 'book'

export interface WrittenRecord extends RecordState {
  readonly id: string
}

/** What `book.json` holds. */
export interface WrittenBook {
  readonly format: 'jot-book'
  readonly version: 1
  readonly records: Readonly<Partial<Record<Kind, readonly WrittenRecord[]>>>
  readonly history: readonly LoggedChange[]
  readonly imports: readonly NamespacedRecord[]
  /** Pictures in base64, where the document holds them itself; in an archive they stand beside it as files. */
  readonly pictures?: readonly { readonly sha256: string; readonly jpeg: string }[]
}
