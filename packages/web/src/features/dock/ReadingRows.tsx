import { Box } from '@chakra-ui/react'
import { memo, useContext } from 'react'
import { waterWords } from '@jotbook/core'
import { Heading } from '../../ui/controls.tsx'
import { unitLabel } from '../../ui/locale.ts'
import { Cell, ChoiceCell } from './Cell.tsx'
import { DockContext } from './dockContext.ts'
import { ColumnChoice, MoreCells } from './MoreColumns.tsx'
import { useSpots } from './useSpots.ts'
import { cellName } from './readDraft.ts'
import { Grid, Heads, Remove, onEnter, phoneOr, useRows } from './rowParts.tsx'
import { text } from './text.ts'

const COLUMNS = '110px 110px 110px 110px 90px 100px 110px 40px'

/** What was read of water and sky, and when. */
export function ReadingRows() {
  const { units } = useContext(DockContext)
  const { fields, remove } = useRows('readings')
  const spots = useSpots()
  const words = text.readings
  const heads = [
    words.time,
    words.water(unitLabel(units.temperature)),
    words.sight(unitLabel(units.visibility)),
    words.tint,
    words.cloud,
    words.wind(unitLabel(units.wind)),
    words.pressure(unitLabel(units.pressure)),
    '',
  ]
  return (
    <Box as="section" aria-label={words.title} mt="22px">
      <Heading>{words.title}</Heading>
      <Heads columns={COLUMNS} names={heads} />
      {fields.map((field, i) => {
        const next = fields[i + 1]
        const after = next && cellName('reading', next.id, 'time')
        return (
          <OneReading
            key={field.key}
            id={field.id}
            n={i}
            after={after}
            last={i === fields.length - 1}
            spots={spots}
            remove={remove}
          />
        )
      })}
      <ColumnChoice kind="reading" />
    </Box>
  )
}

interface OneReadingProps {
  readonly id: string
  readonly n: number
  readonly after: string | undefined
  readonly last: boolean
  readonly spots: readonly { readonly id: string; readonly name: string }[]
  readonly remove: (row: number) => void
}

const OneReading = memo(function OneReading({ id, n, after, last, spots, remove }: OneReadingProps) {
  const words = text.readings
  const cell = (name: string): string => cellName('reading', id, name)
  return (
    <Box role="group" aria-label={words.one(n + 1)}>
      <Grid gridTemplateColumns={phoneOr(COLUMNS)} onKeyDown={onEnter(after)}>
        <Cell cell={cell('time')} path={`readings.${n}.time`} label={words.cells.time} placeholder={words.theStart} />
        <Cell cell={cell('temp')} path={`readings.${n}.temp`} label={words.cells.temp} numeric />
        <Cell cell={cell('sight')} path={`readings.${n}.sight`} label={words.cells.sight} numeric />
        <ChoiceCell cell={cell('tint')} path={`readings.${n}.tint`} label={words.cells.tint} words={waterWords.TINTS} />
        <Cell cell={cell('cloud')} path={`readings.${n}.cloud`} label={words.cells.cloud} numeric />
        <Cell cell={cell('wind')} path={`readings.${n}.wind`} label={words.cells.wind} numeric />
        <Cell cell={cell('pressure')} path={`readings.${n}.pressure`} label={words.cells.pressure} numeric />
        {!last && <Remove what="reading" onClick={() => remove(n)} />}
      </Grid>
      <MoreCells kind="reading" id={id} n={n} spots={spots} />
    </Box>
  )
})
