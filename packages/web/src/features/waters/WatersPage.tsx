import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import type { Water } from '@jotbook/core'
import { allSpots, allWaters } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { saved, useSave } from '../../state/useSave.ts'
import { WaterChart } from '../../charts/waterChart/WaterChart.tsx'
import { newId } from '../../offline/index.ts'
import { Button, Heading, Page, Quiet, Panel, Title } from '../../ui/controls.tsx'
import { PageFrame } from '../../ui/Unknown.tsx'
import { Result, useGroups } from '../board/index.ts'
import { NewWaterFields, newWater, readWater } from './NewWaterFields.tsx'
import type { WaterDraft } from './NewWaterFields.tsx'
import { text } from './text.ts'
import { tintOf } from '../../charts/waterChart/tintOf.ts'

/** The waters of the book, each by its shape and what it gave. */
export function WatersPage() {
  const { book } = useAppSelector(({ records }) => records)
  const waters = useAppSelector(allWaters)
  const [making, setMaking] = useState<WaterDraft>()
  if (book === null) return <PageFrame title={text.title} />
  return (
    <Page>
      <Flex justify="space-between" align="center" wrap="wrap" gap="12px">
        <Title>{text.title}</Title>
        <Button look="main" fontSize="large" minH="48px" onClick={() => setMaking(newWater())}>
          {text.newWater}
        </Button>
      </Flex>
      {making && <Making draft={making} onChange={setMaking} />}
      {waters.length === 0 && !making && <Box mt="24px">{text.none}</Box>}
      <Box
        as="ul"
        listStyleType="none"
        display="grid"
        gridTemplateColumns={{ base: '1fr', md: '1fr 1fr' }}
        gap="26px 40px"
        mt="20px"
      >
        {waters.map((water) => (
          <Listed key={water.id} water={water} />
        ))}
      </Box>
    </Page>
  )
}

function Listed({ water }: { water: Water }) {
  const spots = useAppSelector(allSpots)
  const groups = useGroups('water')
  const row = groups?.get(water.id)?.row
  const placed = spots.filter(
    (spot) => spot.water === water.id && typeof spot.latitude === 'number' && typeof spot.longitude === 'number',
  )
  return (
    <Flex
      as="li"
      gap="8px 18px"
      align="start"
      wrap={{ base: 'wrap', sm: 'nowrap' }}
      borderTop="1.5px solid"
      borderColor="ink"
      pt="10px"
    >
      <Box w="180px" flex="none">
        <WaterChart
          width={180}
          height={130}
          label={text.chart.label(water.name)}
          outline={water.outline}
          place={
            typeof water.latitude === 'number' && typeof water.longitude === 'number'
              ? [water.longitude, water.latitude]
              : undefined
          }
          spots={placed.map(({ id, longitude, latitude }) => ({
            id,
            name: '',
            position: [longitude ?? 0, latitude ?? 0],
          }))}
          tint={tintOf(water)}
        />
      </Box>
      <Box>
        <Heading>
          <Link to={`/waters/${water.id}`}>{water.name}</Link>
        </Heading>
        <Quiet>{[water.kind, water.forage?.join(', ')].filter(Boolean).join(' · ')}</Quiet>
        <Box mt="4px">
          <Result groups={groups} id={water.id} />
        </Box>
        {row && (
          <Box textStyle="display" fontSize="title" fontWeight="600">
            {text.perHour(row.rate)}
          </Box>
        )}
      </Box>
    </Flex>
  )
}

function Making({ draft, onChange }: { draft: WaterDraft; onChange: (draft: WaterDraft | undefined) => void }) {
  const save = useSave()
  const navigate = useNavigate()
  const [tried, setTried] = useState(false)
  const { fields, problems } = readWater(draft)
  const make = async (): Promise<void> => {
    setTried(true)
    if (Object.keys(problems).length > 0) return
    const id = newId()
    await save(saved(String(fields.name)), [{ kind: 'water', id, fields }])
    await navigate(`/waters/${id}`)
  }
  return (
    <Panel mt="14px" role="group" aria-label={text.newWater}>
      <NewWaterFields draft={draft} problems={tried ? problems : {}} onChange={onChange} />
      <Flex gap="10px" mt="10px">
        <Button look="main" onClick={() => void make()}>
          {text.make}
        </Button>
        <Button look="bare" onClick={() => onChange(undefined)}>
          {text.discard}
        </Button>
      </Flex>
    </Panel>
  )
}
