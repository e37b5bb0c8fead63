import { Combobox, Portal, createListCollection } from '@chakra-ui/react'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { Id, Lure } from '@jotbook/core'
import { LureDrawing } from '../../charts/lures/LureDrawing.tsx'
import { fieldStyle } from '../../ui/controls.tsx'
import { text as words } from './text.ts'

const NEW = 'new'

interface LureCellProps {
  readonly cell: string
  readonly lures: readonly Lure[]
  readonly lure: Id<'lure'>
  readonly text: string
  readonly problem: string | undefined
  readonly onText: (text: string) => void
  readonly onLure: (id: string) => void
  /** The lure typed is not in the book: make it here. */
  readonly onNew: (name: string) => void
}

/** The lures whose name holds every word typed, the ones that begin with it first. */
function matching(lures: readonly Lure[], text: string): Lure[] {
  const words = text
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '')
  const found = lures.filter(({ name }) => words.every((word) => name.toLowerCase().includes(word)))
  const first = text.toLowerCase()
  return found.sort(
    (a, b) => Number(b.name.toLowerCase().startsWith(first)) - Number(a.name.toLowerCase().startsWith(first)),
  )
}

/** A lure chosen by typing a part of its name. Until the cell is entered it is a plain one: a long day has dozens. */
export function LureCell(props: LureCellProps) {
  const [entered, setEntered] = useState(false)
  const { cell, lures, lure, text, problem } = props
  if (entered) return <LureChoice {...props} />
  return (
    <input
      className="cell"
      data-cell={cell}
      aria-label={words.stints.cells.lure}
      placeholder={words.stints.lureHint}
      aria-invalid={problem !== undefined}
      aria-describedby={`${cell}-problem`}
      value={lures.find(({ id }) => id === lure)?.name ?? text}
      readOnly
      role="combobox"
      aria-expanded={false}
      aria-controls={`${cell}-list`}
      onFocus={() => setEntered(true)}
    />
  )
}

/** Enter takes the first that fits. */
function LureChoice({ cell, lures, lure, text, problem, onText, onLure, onNew }: LureCellProps) {
  const input = useRef<HTMLInputElement>(null)
  // Once its parts have begun to listen.
  useEffect(() => input.current?.focus(), [])
  const chosen = lures.find(({ id }) => id === lure)
  const shown = chosen ? chosen.name : text
  const collection = useMemo(() => {
    const found = matching(lures, chosen ? '' : text).map(({ id, name }) => ({ value: id, label: name }))
    return createListCollection({
      items: [
        ...found,
        { value: NEW, label: text && !chosen ? words.stints.newLureCalled(text) : words.stints.newLure },
      ],
    })
  }, [lures, text, chosen])
  return (
    <Combobox.Root
      collection={collection}
      inputBehavior="autohighlight"
      openOnClick
      lazyMount
      unmountOnExit
      inputValue={shown}
      value={lure ? [lure] : []}
      onInputValueChange={({ inputValue, reason }) => reason === 'input-change' && onText(inputValue)}
      onValueChange={({ value: [id] }) => (id === NEW ? onNew(chosen ? '' : text) : id !== undefined && onLure(id))}
      positioning={{ sameWidth: false }}
    >
      <Combobox.Control>
        <Combobox.Input
          data-cell={cell}
          ref={input}
          aria-label={words.stints.cells.lure}
          placeholder={words.stints.lureHint}
          aria-invalid={problem !== undefined}
          aria-describedby={`${cell}-problem`}
          css={fieldStyle}
        />
      </Combobox.Control>
      <Offered items={collection.items} lures={lures} />
    </Combobox.Root>
  )
}

interface OfferedProps {
  readonly items: readonly { readonly value: string; readonly label: string }[]
  readonly lures: readonly Lure[]
}

/** The lures that fit what is typed, drawn, and a new one. */
function Offered({ items, lures }: OfferedProps) {
  return (
    <Portal>
      <Combobox.Positioner>
        <Combobox.Content
          bg="sheet"
          border="1.5px solid"
          borderColor="ink"
          borderRadius="hair"
          boxShadow="none"
          minW="260px"
        >
          {items.map((item) => {
            const drawn = lures.find(({ id }) => id === item.value)
            return (
              <Combobox.Item key={item.value} item={item} minH="40px" _highlighted={{ bg: 'wash' }}>
                {drawn && <LureDrawing lure={drawn} width={48} decorative />}
                {item.label}
              </Combobox.Item>
            )
          })}
        </Combobox.Content>
      </Combobox.Positioner>
    </Portal>
  )
}
