import { Box } from '@chakra-ui/react'
import { memo, useContext } from 'react'
import { useFieldArray, useWatch } from 'react-hook-form'
import { OUTCOMES } from '@jotbook/core'
import { Heading, Quiet } from '../../ui/controls.tsx'
import { unitLabel } from '../../ui/locale.ts'
import { Cell, ChoiceCell } from './Cell.tsx'
import { DockContext } from './dockContext.ts'
import type { DockDraft } from './dockDraft.ts'
import { Lines } from './Lines.tsx'
import { ColumnChoice, MoreCells } from './MoreColumns.tsx'
import { peopleOf } from './meaning.ts'
import { useMeaningOf } from './useMeaning.ts'
import { cellName } from './readDraft.ts'
import { Grid, Heads, Remove, onEnter, phoneOr, useMountedRows } from './rowParts.tsx'
import { text } from './text.ts'

const LINES_AT_FIRST = 4
const NO_SPOTS: readonly never[] = []

/** The strikes that are in the book, cell by cell. New ones are typed as lines: below their stint, or here where no stints are known. */
export function StrikeRows() {
  const { form, units } = useContext(DockContext)
  const { fields, remove } = useFieldArray<DockDraft, 'strikes', 'key'>({
    control: form.control,
    name: 'strikes',
    keyName: 'key',
  })
  const mounted = useMountedRows(fields.length)
  const [effort, trip] = useWatch({ control: form.control, name: ['effortKnown', 'trip'] })
  const people = useMeaningOf(peopleOf)
  const full = effort === 'full'
  const several = people.length > 1
  const words = text.strikes
  if (full && fields.length === 0) return null
  const columns = `110px ${several ? '130px ' : ''}150px 110px 110px minmax(120px, 420px) 40px`
  const heads = [
    words.time,
    ...(several ? [text.stints.who] : []),
    words.outcome,
    words.length(unitLabel(units.length)),
    words.weight(unitLabel(units.weight)),
    words.note,
    '',
  ]
  return (
    <Box as="section" aria-label={words.title} mt="22px">
      <Heading>{words.title}</Heading>
      {full ? (
        <Quiet>{words.addBelowStint}</Quiet>
      ) : (
        <Lines owner={trip} path="lines" label={words.lines} rows={LINES_AT_FIRST} />
      )}
      {fields.length > 0 && <Heads columns={columns} names={heads} />}
      {fields.slice(0, mounted).map((field, i) => {
        const next = fields[i + 1]
        const after = next
          ? cellName('strike', next.id, 'time')
          : cellName('reading', form.getValues('readings')[0]?.id ?? '', 'time')
        return (
          <OneStrike
            key={field.key}
            id={field.id}
            n={i}
            columns={columns}
            after={after}
            people={people}
            remove={remove}
          />
        )
      })}
      {fields.length > 0 && <ColumnChoice kind="strike" />}
    </Box>
  )
}

interface OneStrikeProps {
  readonly id: string
  readonly n: number
  readonly columns: string
  readonly after: string
  readonly people: readonly string[]
  readonly remove: (row: number) => void
}

const OneStrike = memo(function OneStrike({ id, n, columns, after, people, remove }: OneStrikeProps) {
  const words = text.strikes
  const cell = (name: string): string => cellName('strike', id, name)
  return (
    <Box role="group" aria-label={words.one(n + 1)}>
      <Grid gridTemplateColumns={phoneOr(columns)} onKeyDown={onEnter(after)}>
        <Cell cell={cell('time')} path={`strikes.${n}.time`} label={words.cells.time} placeholder="9:42" />
        {people.length > 1 && (
          <ChoiceCell
            cell={cell('angler')}
            path={`strikes.${n}.angler`}
            label={words.cells.who}
            words={people}
            empty={words.byTheHour}
          />
        )}
        <ChoiceCell
          cell={cell('outcome')}
          path={`strikes.${n}.outcome`}
          label={words.cells.outcome}
          words={OUTCOMES}
          empty={words.notSaid}
        />
        <Cell cell={cell('length')} path={`strikes.${n}.length`} label={words.cells.length} numeric />
        <Cell cell={cell('weight')} path={`strikes.${n}.weight`} label={words.cells.weight} />
        <Cell cell={cell('note')} path={`strikes.${n}.note`} label={words.cells.note} />
        <Remove what="strike" onClick={() => remove(n)} />
      </Grid>
      <MoreCells kind="strike" id={id} n={n} spots={NO_SPOTS} />
    </Box>
  )
})
