import { chakra } from '@chakra-ui/react'
import { X } from 'lucide-react'
import { startTransition, useContext, useEffect, useState } from 'react'
import { useFieldArray } from 'react-hook-form'
import { newId } from '../../offline/index.ts'
import { Button, Quiet } from '../../ui/controls.tsx'
import { DockContext, focusCell } from './dockContext.ts'
import { emptyReading, emptyStint, isBlank } from './dockDraft.ts'
import type { DockDraft } from './dockDraft.ts'
import { text } from './text.ts'

/** Off the screen a row is laid out only when it is scrolled to. */
export const Grid = chakra('div', {
  base: {
    contentVisibility: 'auto',
    containIntrinsicSize: 'auto 46px',
    display: 'grid',
    gap: '6px 10px',
    alignItems: 'start',
    py: '3px',
  },
})

type Section = 'stints' | 'readings'
const EMPTY = { stints: emptyStint, readings: emptyReading } as const

interface Rows {
  /** By the place of each; `id` is the record's. */
  readonly fields: readonly { readonly id: string; readonly key: string }[]
  readonly remove: (row: number) => void
}

/** Rows of one section, always with a blank one at the end to type into. Drawn anew when rows come or go, not when one is typed into. */
export function useRows(name: Section): Rows {
  const { form } = useContext(DockContext)
  const { fields, append, remove } = useFieldArray<DockDraft, Section, 'key'>({
    control: form.control,
    name,
    keyName: 'key',
  })
  useEffect(() => {
    const extend = (): void => {
      const last: DockDraft[Section][number] | undefined = form.getValues(name).at(-1)
      if (!last || !isBlank(last)) append(EMPTY[name](newId()), { shouldFocus: false })
    }
    extend()
    const typing = form.watch((_values, { name: changed }) => {
      if (changed === undefined || changed.startsWith(name)) extend()
    })
    return () => typing.unsubscribe()
  }, [form, name, append])
  return { fields, remove }
}

const MOUNTED_AT_FIRST = 10

/** How many of a section's rows are on the page: what is seen first at once, the rest of a long day when the browser has time. */
export function useMountedRows(rows: number): number {
  const [whole, setWhole] = useState(false)
  useEffect(() => startTransition(() => setWhole(true)), [])
  return whole ? rows : Math.min(rows, MOUNTED_AT_FIRST)
}

/** Enter goes to the first cell of the next row; in a field of several lines it makes a line. */
export function onEnter(next: string | undefined) {
  return (event: React.KeyboardEvent): void => {
    if (
      event.key !== 'Enter' ||
      event.defaultPrevented ||
      !(event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement)
    )
      return
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
