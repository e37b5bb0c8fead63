import { chakra } from '@chakra-ui/react'
import { X } from 'lucide-react'
import { useContext, useEffect } from 'react'
import { useFieldArray } from 'react-hook-form'
import { newId } from '../../offline/index.ts'
import { Button, Quiet } from '../../ui/controls.tsx'
import { DockContext, focusCell } from './dockContext.ts'
import { emptyReading, emptyStint, emptyStrike, isBlank } from './draft.ts'
import type { DockDraft } from './draft.ts'
import { text } from './text.ts'

export const Grid = chakra('div', { base: { display: 'grid', gap: '6px 10px', alignItems: 'start', py: '3px' } })

export type Section = 'stints' | 'strikes' | 'readings'
const EMPTY = { stints: emptyStint, strikes: emptyStrike, readings: emptyReading } as const

interface Rows<S extends Section> {
  readonly fields: readonly { readonly id: string; readonly key: string }[]
  readonly rows: DockDraft[S]
  readonly remove: (row: number) => void
}

/** Rows of one section, always with a blank one at the end to type into. */
export function useRows<S extends Section>(name: S): Rows<S> {
  const { form } = useContext(DockContext)
  const { fields, append, remove } = useFieldArray<DockDraft, Section, 'key'>({ control: form.control, name, keyName: 'key' })
  const rows = form.watch(name) as DockDraft[S]
  const last: DockDraft[Section][number] | undefined = rows.at(-1)
  // The form keeps its rows in place: whether one is wanted is told by what stands in the last, not by its identity.
  const wanted = !last || !isBlank(last)
  useEffect(() => {
    if (wanted) append(EMPTY[name](newId()), { shouldFocus: false })
  }, [wanted, rows.length, append, name])
  return { fields, rows, remove }
}

/** Enter goes to the first cell of the next row; in a field of several lines it makes a line. */
export function onEnter(next: string | undefined) {
  return (event: React.KeyboardEvent): void => {
    if (event.key !== 'Enter' || event.defaultPrevented || !(event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement)) return
    event.preventDefault()
    if (next !== undefined) focusCell(next)
  }
}

export function Remove({ what, onClick }: { what: string; onClick: () => void }) {
  return (
    <Button look="bare" aria-label={text.takeOut(what)} title={text.takeOut(what)} onClick={onClick} tabIndex={-1}>
      <X size={16} aria-hidden />
    </Button>
  )
}

export function Heads({ columns, names }: { columns: string; names: readonly string[] }) {
  return (
    <Grid gridTemplateColumns={columns} display={{ base: 'none', md: 'grid' }} aria-hidden>
      {names.map((name, i) => (
        <Quiet key={i}>{name}</Quiet>
      ))}
    </Grid>
  )
}

export const phoneOr = (columns: string): { base: string; md: string } => ({ base: 'repeat(3, 1fr)', md: columns })
