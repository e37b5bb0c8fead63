import { Box, Flex } from '@chakra-ui/react'
import { memo, useContext, useMemo, useState } from 'react'
import { useWatch } from 'react-hook-form'
import { fishingWords } from '@jotbook/core'
import { allLures } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { saved, useSave } from '../../state/useSave.ts'
import { newId } from '../../offline/index.ts'
import { Button, Heading, Panel } from '../../ui/controls.tsx'
import { unitLabel } from '../../ui/locale.ts'
import { NewLureFields, newLure, readLure } from '../tackle/index.ts'
import type { LureDraft } from '../tackle/index.ts'
import { Beside, Cell, ChoiceCell, useProblem } from './Cell.tsx'
import { DockContext, focusCell } from './dockContext.ts'
import { peopleOf } from './meaning.ts'
import { useMeaningOf } from './useMeaning.ts'
import { isBlank } from './dockDraft.ts'
import type { StintRow } from './dockDraft.ts'
import { Lines } from './Lines.tsx'
import { ColumnChoice, MoreCells } from './MoreColumns.tsx'
import { useSpots } from './useSpots.ts'
import { LureCell } from './LureCell.tsx'
import { cellName } from './readDraft.ts'
import { Grid, Heads, Remove, onEnter, phoneOr, useMountedRows, useRows } from './rowParts.tsx'
import { text } from './text.ts'

/** Who fished what from when to when, each stint with its strikes below it. */
export function StintRows() {
  const { form, units } = useContext(DockContext)
  const { fields, remove } = useRows('stints')
  const mounted = useMountedRows(fields.length)
  const spots = useSpots()
  const people = useMeaningOf(peopleOf)
  const several = people.length > 1
  const words = text.stints
  const columns = `minmax(190px, 1.4fr) ${several ? '110px ' : ''}92px 92px 84px ${spots.length > 0 ? 'minmax(90px, 1fr) ' : ''}minmax(90px, 1fr) minmax(90px, 1fr) 36px`
  const heads = [
    words.lure,
    ...(several ? [words.who] : []),
    words.from,
    words.to,
    words.depth(unitLabel(units.depth)),
    ...(spots.length > 0 ? [words.spot] : []),
    words.retrieve,
    words.reason,
    '',
  ]
  return (
    <Box as="section" aria-label={words.title} mt="22px">
      <Heading>{words.title}</Heading>
      <Heads columns={columns} names={heads} />
      {fields.slice(0, mounted).map((field, i) => {
        const next = fields[i + 1]
        const after = next
          ? cellName('stint', next.id, 'lure')
          : cellName('reading', form.getValues('readings')[0]?.id ?? '', 'time')
        return (
          <OneStint
            key={field.key}
            n={i}
            columns={columns}
            after={after}
            spots={spots}
            people={people}
            last={i === fields.length - 1}
            remove={remove}
          />
        )
      })}
      <ColumnChoice kind="stint" />
    </Box>
  )
}

interface OneStintProps {
  readonly n: number
  readonly columns: string
  readonly after: string
  readonly spots: readonly { readonly id: string; readonly name: string }[]
  readonly people: readonly string[]
  readonly last: boolean
  readonly remove: (row: number) => void
}

const OneStint = memo(function OneStint({ n, columns, after, spots, people, last, remove }: OneStintProps) {
  const { form } = useContext(DockContext)
  const row = useWatch({ control: form.control, name: `stints.${n}` })
  const [making, setMaking] = useState<LureDraft>()
  const cell = (name: string): string => cellName('stint', row.id, name)
  const words = text.stints
  const blank = isBlank(row)
  const several = people.length > 1
  const take = (id: string): void => {
    form.setValue(`stints.${n}.lure`, id)
    form.setValue(`stints.${n}.lureText`, '')
    // The list takes the focus back in the frame after it closes; the cell is next.
    requestAnimationFrame(() => requestAnimationFrame(() => focusCell(cell('end'))))
  }
  return (
    <Box role="group" aria-label={words.one(n + 1)}>
      <Grid gridTemplateColumns={phoneOr(columns)} onKeyDown={onEnter(blank ? after : cell('lines'))}>
        <LureOfStint n={n} row={row} making={making !== undefined} onLure={take} onMaking={setMaking} />
        {several && (
          <ChoiceCell
            cell={cell('angler')}
            path={`stints.${n}.angler`}
            label={words.cells.who}
            words={people}
            empty={people[0] ?? ''}
          />
        )}
        <Cell cell={cell('start')} path={`stints.${n}.start`} label={words.cells.from} placeholder={words.lastEnd} />
        <Cell cell={cell('end')} path={`stints.${n}.end`} label={words.cells.to} placeholder="9:30" />
        <Cell cell={cell('depth')} path={`stints.${n}.depth`} label={words.cells.depth} numeric />
        {spots.length > 0 && (
          <ChoiceCell cell={cell('spot')} path={`stints.${n}.spot`} label={words.cells.spot} words={spots} />
        )}
        <ChoiceCell
          cell={cell('retrieve')}
          path={`stints.${n}.retrieve`}
          label={words.cells.retrieve}
          words={useOwn(fishingWords.RETRIEVES, row.retrieve)}
        />
        <ChoiceCell
          cell={cell('reason')}
          path={`stints.${n}.reason`}
          label={words.cells.reason}
          words={useOwn(fishingWords.REASONS, row.reason)}
        />
        {!last && <Remove what="stint" onClick={() => remove(n)} />}
      </Grid>
      {!blank && <MoreCells kind="stint" id={row.id} n={n} spots={spots} />}
      {!blank && <Lines owner={row.id} path={`stints.${n}.lines`} label={words.lines} after={after} />}
      {making && <NewLure draft={making} onDraft={setMaking} onMade={take} />}
    </Box>
  )
})

interface LureOfStintProps {
  readonly n: number
  readonly row: StintRow
  readonly making: boolean
  readonly onLure: (id: string) => void
  readonly onMaking: (draft: LureDraft) => void
}

function LureOfStint({ n, row, making, onLure, onMaking }: LureOfStintProps) {
  const { form } = useContext(DockContext)
  const lures = useAppSelector(allLures)
  const cell = cellName('stint', row.id, 'lure')
  // Not while it is being made: a message that appears would move the button away under the finger.
  const problem = useProblem(cell)
  const shown = making ? undefined : problem
  return (
    <Box gridColumn={{ base: '1 / 4', md: 'auto' }}>
      <LureCell
        cell={cell}
        lures={lures}
        lure={row.lure}
        text={row.lureText}
        problem={shown}
        onText={(typed) => {
          form.setValue(`stints.${n}.lure`, '')
          form.setValue(`stints.${n}.lureText`, typed)
        }}
        onLure={onLure}
        onNew={(name) => onMaking(newLure(name))}
      />
      <Beside cell={cell} problem={shown} />
    </Box>
  )
}

interface NewLureProps {
  readonly draft: LureDraft
  readonly onDraft: (draft: LureDraft | undefined) => void
  readonly onMade: (id: string) => void
}

/** A lure the book does not have yet, made without leaving the trip. */
function NewLure({ draft, onDraft, onMade }: NewLureProps) {
  const save = useSave()
  const words = text.stints
  const { fields, problems } = readLure(draft)
  const make = async (): Promise<void> => {
    if (Object.keys(problems).length > 0) return
    const id = newId()
    await save(saved(String(fields.name)), [{ kind: 'lure', id, fields }])
    onDraft(undefined)
    onMade(id)
  }
  return (
    <Panel my="6px" role="group" aria-label={words.newLureLabel}>
      <NewLureFields draft={draft} problems={problems} onChange={onDraft} />
      <Flex gap="8px" mt="10px">
        <Button onClick={() => void make()}>{words.makeLure}</Button>
        <Button look="bare" onClick={() => onDraft(undefined)}>
          {words.never}
        </Button>
      </Flex>
    </Panel>
  )
}

/** The trade's words, and the one that stands there already though it is none of them. */
const useOwn = (words: readonly string[], own: string): readonly string[] =>
  useMemo(() => (own === '' || words.includes(own) ? words : [...words, own]), [words, own])
