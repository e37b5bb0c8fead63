import { Box } from '@chakra-ui/react'
import { useContext } from 'react'
import { waterWords } from '@jotbook/core'
import { Heading } from '../../ui/controls.tsx'
import { unitLabel } from '../../ui/locale.ts'
import { Cell, ChoiceCell } from './Cell.tsx'
import { DockContext } from './dockContext.ts'
import { cellName } from './readDraft.ts'
import { Grid, Heads, Remove, onEnter, phoneOr, useRows } from './rowParts.tsx'
import { text } from './text.ts'

const COLUMNS = '110px 110px 110px 110px 90px 100px 110px 40px'

/** What was read of water and sky, and when. */
export function ReadingRows() {
  const { units } = useContext(DockContext)
  const { fields, rows, remove } = useRows('readings')
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
        const id = rows[i]?.id ?? field.id
        const cell = (name: string): string => cellName('reading', id, name)
        const next = rows[i + 1]
        return (
          <Grid
            key={field.key}
            role="group"
            aria-label={words.one(i + 1)}
            gridTemplateColumns={phoneOr(COLUMNS)}
            onKeyDown={onEnter(next ? cellName('reading', next.id, 'time') : undefined)}
          >
            <Cell cell={cell('time')} path={`readings.${i}.time`} label={words.cells.time} placeholder={words.theStart} />
            <Cell cell={cell('temp')} path={`readings.${i}.temp`} label={words.cells.temp} numeric />
            <Cell cell={cell('sight')} path={`readings.${i}.sight`} label={words.cells.sight} numeric />
            <ChoiceCell cell={cell('tint')} path={`readings.${i}.tint`} label={words.cells.tint} words={waterWords.TINTS} empty={words.noTint} />
            <Cell cell={cell('cloud')} path={`readings.${i}.cloud`} label={words.cells.cloud} numeric />
            <Cell cell={cell('wind')} path={`readings.${i}.wind`} label={words.cells.wind} numeric />
            <Cell cell={cell('pressure')} path={`readings.${i}.pressure`} label={words.cells.pressure} numeric />
            {i < fields.length - 1 && <Remove what="reading" onClick={() => remove(i)} />}
          </Grid>
        )
      })}
    </Box>
  )
}
