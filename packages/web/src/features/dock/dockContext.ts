import { createContext } from 'react'
import type { UseFormReturn } from 'react-hook-form'
import type { UnitPreferences } from '@jotbook/core'
import type { DockDraft } from './dockDraft.ts'
import type { Meaning } from './meaning.ts'

/** What the cells of a draft share; the same object for as long as the draft is open. */
export interface Dock {
  readonly form: UseFormReturn<DockDraft>
  readonly meaning: Meaning
  readonly units: UnitPreferences
}

export const DockContext = createContext<Dock>(null as unknown as Dock)

/** Puts the cursor into a cell. */
export function focusCell(cell: string): void {
  document.querySelector<HTMLElement>(`[data-cell="${CSS.escape(cell)}"]`)?.focus()
}
