import { Box } from '@chakra-ui/react'
import { useContext } from 'react'
import { OUTCOMES } from '@jotbook/core'
import { Heading } from '../../ui/controls.tsx'
import { unitLabel } from '../../ui/locale.ts'
import { Cell, ChoiceCell } from './Cell.tsx'
import { DockContext } from './dockContext.ts'
import { Lines } from './Lines.tsx'
import { cellName } from './readDraft.ts'
import { Grid, Heads, Remove, onEnter, phoneOr, useRows } from './rowParts.tsx'
import { text } from './text.ts'

const LINES_AT_FIRST = 4

/** Strikes cell by cell; where no stints are known, as lines of shorthand first. */
export function StrikeRows() {
  const { form, people, units } = useContext(DockContext)
  const { fields, rows, remove } = useRows('strikes')
  const full = form.watch('effortKnown') === 'full'
  const several = people.length > 1
  const words = text.strikes
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
      {!full && <Lines owner={form.watch('trip')} path="lines" label={words.lines} rows={LINES_AT_FIRST} />}
      <Heads columns={columns} names={heads} />
      {fields.map((field, i) => {
        const id = rows[i]?.id ?? field.id
        const cell = (name: string): string => cellName('strike', id, name)
        const next = rows[i + 1]
        return (
          <Grid
            key={field.key}
            role="group"
            aria-label={words.one(i + 1)}
            gridTemplateColumns={phoneOr(columns)}
            onKeyDown={onEnter(next ? cellName('strike', next.id, 'time') : cellName('reading', form.getValues('readings')[0]?.id ?? '', 'time'))}
          >
            <Cell cell={cell('time')} path={`strikes.${i}.time`} label={words.cells.time} placeholder="9:42" />
            {several && <ChoiceCell cell={cell('angler')} path={`strikes.${i}.angler`} label={words.cells.who} words={people} empty={words.byTheHour} />}
            <ChoiceCell cell={cell('outcome')} path={`strikes.${i}.outcome`} label={words.cells.outcome} words={OUTCOMES} empty={words.notSaid} />
            <Cell cell={cell('length')} path={`strikes.${i}.length`} label={words.cells.length} numeric />
            <Cell cell={cell('weight')} path={`strikes.${i}.weight`} label={words.cells.weight} />
            <Cell cell={cell('note')} path={`strikes.${i}.note`} label={words.cells.note} />
            {i < fields.length - 1 && <Remove what="strike" onClick={() => remove(i)} />}
          </Grid>
        )
      })}
    </Box>
  )
}
