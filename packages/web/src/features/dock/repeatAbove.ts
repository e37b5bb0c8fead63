import type { KeyboardEvent } from 'react'
import type { UseFormReturn } from 'react-hook-form'
import type { DockDraft } from './dockDraft.ts'

const SECTIONS = { stint: 'stints', strike: 'strikes', reading: 'readings' } as const
/** Where a quotation mark may begin what is written, and times that every row has of its own. */
const NOT_REPEATED: ReadonlySet<string> = new Set(['note', 'lines', 'start', 'end', 'time', 'lure'])

/** The notebook's ditto: `"` in an empty cell says what the row above says there. */
export function repeatAbove(event: KeyboardEvent, form: UseFormReturn<DockDraft>): void {
  const { target } = event
  if (event.key !== '"' || !(target instanceof HTMLInputElement || target instanceof HTMLSelectElement)) return
  const [kind = '', id, field = ''] = target.dataset.cell?.split(':') ?? []
  if (!(kind in SECTIONS) || NOT_REPEATED.has(field) || target.value !== '') return
  const section = SECTIONS[kind as keyof typeof SECTIONS]
  const rows: readonly { readonly id: string }[] = form.getValues(section)
  const n = rows.findIndex((row) => row.id === id)
  const above = (rows[n - 1] as Readonly<Record<string, string | undefined>> | undefined)?.[field]
  event.preventDefault()
  if (above) form.setValue(`${section}.${n}.${field}` as 'date', above)
}
