import { createContext } from 'react'
import type { UseFormReturn } from 'react-hook-form'
import type { Lure, UnitPreferences } from '@jotbook/core'
import type { DockDraft } from './draft.ts'
import type { ReadDraft } from './readDraft.ts'

export interface Dock {
  readonly form: UseFormReturn<DockDraft>
  readonly read: ReadDraft
  /** Problems of cells that were left, or of all once keeping was tried: nobody is scolded in mid-word. */
  readonly shownProblems: Readonly<Record<string, string>>
  readonly units: UnitPreferences
  readonly lures: readonly Lure[]
  readonly people: readonly string[]
  readonly book: string
}

export const DockContext = createContext<Dock>(null as unknown as Dock)

/** Puts the cursor into a cell. */
export function focusCell(cell: string): void {
  document.querySelector<HTMLElement>(`[data-cell="${CSS.escape(cell)}"]`)?.focus()
}
