import { Box, Flex } from '@chakra-ui/react'
import { useRef, useState } from 'react'
import type { Water } from '@jotbook/core'
import type { ReadPlaces } from '@jotbook/core/formats'
import { allSpots } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { useSave } from '../../state/useSave.ts'
import { useUnits } from '../../state/useBook.ts'
import type { Position } from '../../charts/waterChart/chartProjection.ts'
import { WaterChart } from '../../charts/waterChart/WaterChart.tsx'
import { newId } from '../../offline/index.ts'
import { Button, Heading, Label, Quiet, Panel } from '../../ui/controls.tsx'
import { FieldProblem } from '../../ui/ProblemNote.tsx'
import { useWidth } from '../../ui/useWidth.ts'
import { text } from './text.ts'
import { tintOf } from '../../charts/waterChart/tintOf.ts'

interface ChartPanelProps {
  readonly water: Water
  readonly selected: string | undefined
  readonly picking: 'water' | 'spot' | undefined
  readonly onPick: (position: Position) => void
  readonly onSpot: (id: string) => void
}

const ZOOM_STEP = 1.5
const [WIDEST, HEIGHT_SHARE] = [720, 0.64]

/** The chart of a water, and what a file brings to it. */
export function ChartPanel({ water, selected, picking, onPick, onSpot }: ChartPanelProps) {
  const units = useUnits()
  const save = useSave()
  const all = useAppSelector(allSpots)
  const [zoom, setZoom] = useState(1)
  const frame = useRef<HTMLDivElement>(null)
  // To measure: letters keep their size on a phone.
  const width = Math.min(WIDEST, useWidth(frame) || WIDEST)
  const spots = all.flatMap(({ id, name, water: of, latitude, longitude }) =>
    of === water.id && typeof latitude === 'number' && typeof longitude === 'number'
      ? [{ id, name, position: [longitude, latitude] as const }]
      : [],
  )
  const placed = typeof water.latitude === 'number' && typeof water.longitude === 'number'
  return (
    <Box as="section" aria-label={text.chart.title} ref={frame}>
      <WaterChart
        width={width}
        height={Math.round(HEIGHT_SHARE * width)}
        label={text.chart.label(water.name)}
        outline={water.outline}
        place={placed ? [water.longitude ?? 0, water.latitude ?? 0] : undefined}
        spots={spots}
        tint={tintOf(water)}
        zoom={zoom}
        selected={selected}
        scaleText={(km) => text.chart.scale(km, units.depth === 'ft')}
        onSpot={onSpot}
        {...(picking ? { onPick } : {})}
      />
      <Flex gap="8px" mt="6px" wrap="wrap" align="center" className="no-print">
        <Button onClick={() => setZoom(zoom * ZOOM_STEP)}>{text.chart.nearer}</Button>
        <Button onClick={() => setZoom(zoom / ZOOM_STEP)}>{text.chart.farther}</Button>
        {water.outline ? (
          <Button
            look="bare"
            onClick={() =>
              void save(text.chart.shoreRemoved, [{ kind: 'water', id: water.id, fields: { outline: null } }])
            }
          >
            {text.chart.removeShore}
          </Button>
        ) : null}
        <Quiet>
          {picking === 'spot'
            ? text.chart.pressFor
            : picking === 'water'
              ? text.chart.pressForWater
              : !water.outline && !placed
                ? text.chart.blank
                : ''}
        </Quiet>
      </Flex>
      <FromFile water={water} />
    </Box>
  )
}

/** A shore or spots out of GeoJSON or GPX: read here, taken in only when said so. */
function FromFile({ water }: { water: Water }) {
  const [found, setFound] = useState<ReadPlaces>()
  const [wrong, setWrong] = useState<string>()
  const [taken, setTaken] = useState(false)
  const read = async (file: File | undefined): Promise<void> => {
    setFound(undefined)
    setWrong(undefined)
    setTaken(false)
    if (!file) return
    const { PlacesRefusal, readPlaces } = await import('@jotbook/core/formats')
    try {
      setFound(readPlaces(await file.text()))
    } catch (error) {
      if (!(error instanceof PlacesRefusal)) throw error
      setWrong(`${file.name}: ${error.message}`)
    }
  }
  return (
    <Box mt="12px" className="no-print">
      <Label htmlFor="places-file">{text.chart.file}</Label>
      <input
        id="places-file"
        type="file"
        accept=".geojson,.json,.gpx"
        onChange={(event) => void read(event.target.files?.[0])}
        style={{ maxWidth: '100%' }}
      />
      <FieldProblem id="places-file-problem" message={wrong} />
      {found && <Found water={water} found={found} taken={taken} onTaken={() => setTaken(true)} />}
    </Box>
  )
}

interface FoundProps {
  readonly water: Water
  readonly found: ReadPlaces
  readonly taken: boolean
  readonly onTaken: () => void
}

/** What a file holds, each with a way to take it in. */
function Found({ water, found, taken, onTaken }: FoundProps) {
  const save = useSave()
  const takeShore = async (outline: unknown): Promise<void> => {
    await save(text.chart.shoreAdded, [{ kind: 'water', id: water.id, fields: { outline: outline as never } }])
    onTaken()
  }
  const takeSpots = async (points: ReadPlaces['points']): Promise<void> => {
    await save(
      text.chart.spotsAdded(points.length),
      points.map(({ name, latitude, longitude }, i) => ({
        kind: 'spot',
        id: newId(),
        fields: { name: name === '' ? text.found.unnamed(i + 1) : name, water: water.id, latitude, longitude },
      })),
    )
    onTaken()
  }
  return (
    <Panel mt="8px" role="status">
      <Heading>{text.found.title}</Heading>
      {found.outlines.length + found.points.length === 0 && <p>{text.found.nothing}</p>}
      {found.outlines.map(({ name, outline }, i) => (
        <Flex key={i} gap="10px" align="center" justify="space-between">
          {text.found.shore(name)}
          <Button onClick={() => void takeShore(outline)}>{text.found.take}</Button>
        </Flex>
      ))}
      {found.points.length > 0 && (
        <Flex gap="10px" align="center" justify="space-between" mt="6px">
          {text.found.spots(found.points.length)}
          <Button onClick={() => void takeSpots(found.points)}>{text.found.takeSpots}</Button>
        </Flex>
      )}
      {found.remarks.map((remark) => (
        <Box key={remark}>
          <Quiet>{remark}</Quiet>
        </Box>
      ))}
      {taken && <strong>{text.found.taken}</strong>}
    </Panel>
  )
}
