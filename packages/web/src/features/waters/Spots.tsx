import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Fields, Spot, Water } from '@jotbook/core'
import { allSpots } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { deleted, deletionOf, saved, useSave } from '../../state/useSave.ts'
import { useUnits } from '../../state/useBook.ts'
import type { Position } from '../../charts/waterChart/chartProjection.ts'
import { newId } from '../../offline/index.ts'
import { Button, Heading, Quiet, Panel } from '../../ui/controls.tsx'
import { quantity } from '../../ui/locale.ts'
import { RecordField, useRecordForm } from '../../ui/recordForm/index.ts'
import { text } from './text.ts'

const FIELDS = ['name', 'latitude', 'longitude', 'structure', 'cover', 'depthFromM', 'depthToM', 'slope', 'note']
const NEW = 'new'

interface SpotsProps {
  readonly water: Water
  readonly selected: string | undefined
  readonly onSelect: (id: string | undefined) => void
  /** A place pressed on the chart for the spot that is being made or moved. */
  readonly picked: Position | undefined
  readonly onPicking: (on: boolean) => void
}

/** The spots of a water as a list, each changed in place. */
export function Spots({ water, selected, onSelect, picked, onPicking }: SpotsProps) {
  const all = useAppSelector(allSpots)
  const units = useUnits()
  const [open, setOpen] = useState<string>()
  const spots = all.filter((spot) => spot.water === water.id)
  const edit = (id: string | undefined): void => {
    setOpen(id)
    onPicking(id !== undefined)
    if (id !== NEW) onSelect(id)
  }
  return (
    <Box as="section" aria-label={text.spots.title}>
      <Flex justify="space-between" align="center">
        <Heading>{text.spots.title}</Heading>
        <Button onClick={() => edit(NEW)}>{text.spots.newSpot}</Button>
      </Flex>
      <Quiet>{text.spots.note}</Quiet>
      {open === NEW && <SpotForm water={water} spot={undefined} picked={picked} onDone={() => edit(undefined)} />}
      {spots.length === 0 && open === undefined && <Box mt="8px">{text.spots.none}</Box>}
      {spots.map((spot) => (
        <Box
          key={spot.id}
          borderBottom="1px solid"
          borderColor="rule"
          py="5px"
          bg={spot.id === selected ? 'sheet' : 'transparent'}
        >
          <Flex gap="4px 12px" align="center" wrap="wrap">
            <Box flex="1 1 160px">
              <strong>{spot.name}</strong>
              <br />
              <Quiet>{describe(spot, units.depth)}</Quiet>
            </Box>
            <Link to={`/findings?by=lure&where=${encodeURIComponent(`spot=${spot.id}`)}`} style={{ fontSize: 13 }}>
              {text.spots.board}
            </Link>
            <Button
              look="bare"
              aria-label={`${text.spots.edit} ${spot.name}`}
              onClick={() => edit(open === spot.id ? undefined : spot.id)}
            >
              {text.spots.edit}
            </Button>
          </Flex>
          {open === spot.id && <SpotForm water={water} spot={spot} picked={picked} onDone={() => edit(undefined)} />}
        </Box>
      ))}
    </Box>
  )
}

function describe({ structure, cover, depthFromM, depthToM, latitude }: Spot, unit: 'ft' | 'm'): string {
  const depth =
    typeof depthFromM === 'number' &&
    typeof depthToM === 'number' &&
    text.spots.depth(quantity(depthFromM, null, 'm', unit), quantity(depthToM, null, 'm', unit))
  return [structure, cover, depth, typeof latitude === 'number' ? '' : text.spots.unplaced].filter(Boolean).join(' · ')
}

function SpotForm({
  water,
  spot,
  picked,
  onDone,
}: {
  water: Water
  spot: Spot | undefined
  picked: Position | undefined
  onDone: () => void
}) {
  const save = useSave()
  const units = useUnits()
  const form = useRecordForm('spot', FIELDS, spot, units)
  const [taken, setTaken] = useState<Position>()
  if (picked && picked !== taken) {
    setTaken(picked)
    form.form.setValue('longitude', picked[0].toFixed(5))
    form.form.setValue('latitude', picked[1].toFixed(5))
  }
  const keep = async (fields: Fields): Promise<void> => {
    await save(saved(form.values.name ?? ''), [
      { kind: 'spot', id: spot?.id ?? newId(), fields: spot ? fields : { ...fields, water: water.id } },
    ])
    onDone()
  }
  const takeOut = async (): Promise<void> => {
    if (spot) await save(deleted(spot.name), [deletionOf('spot', spot.id)])
    onDone()
  }
  return (
    <Panel my="6px" role="group" aria-label={spot?.name ?? text.spots.newSpot}>
      <Flex gap="10px 12px" wrap="wrap">
        {FIELDS.map((field) => (
          <RecordField
            key={field}
            form={form}
            field={field}
            width={field === 'name' || field === 'note' ? '100%' : '150px'}
          />
        ))}
      </Flex>
      <Flex gap="10px" mt="10px" wrap="wrap">
        <Button look="main" onClick={() => void form.keep(keep)}>
          {text.spots.keep}
        </Button>
        <Button look="bare" onClick={onDone}>
          {text.discard}
        </Button>
        {spot && (
          <Button look="bare" onClick={() => void takeOut()}>
            {text.takeOut}
          </Button>
        )}
      </Flex>
    </Panel>
  )
}
