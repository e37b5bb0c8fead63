import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { Link, Navigate, useNavigate, useParams } from 'react-router'
import type { Fields, Water } from '@jotbook/core'
import { allWaters } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { InOtherBook } from '../../ui/ofBook/BookOfLink.tsx'
import { MergeInto } from '../../ui/ofBook/MergeInto.tsx'
import { deleted, deletionOf, saved, useSave } from '../../state/useSave.ts'
import { useBookId, useUnits } from '../../state/useBook.ts'
import type { Position } from '../../charts/waterChart/chartProjection.ts'
import { dropDraft, keptDraft } from '../../offline/index.ts'
import { Button, Heading, LinkButton, Page, Quiet, Title } from '../../ui/controls.tsx'
import { PageFrame } from '../../ui/Unknown.tsx'
import { RecordField, useRecordForm } from '../../ui/recordForm/index.ts'
import type { RecordForm } from '../../ui/recordForm/index.ts'
import { Result, useGroups } from '../board/index.ts'
import { ChartPanel } from './ChartPanel.tsx'
import { ConditionsOfYears } from './ConditionsOfYears.tsx'
import { Spots } from './Spots.tsx'
import { text } from './text.ts'
import { useZoneAt } from './useZoneAt.ts'

const SEASONS = Object.keys(text.seasons) as (keyof typeof text.seasons)[]
const FIELDS = [
  'name',
  'kind',
  'latitude',
  'longitude',
  'timeZone',
  'pressure',
  'species',
  'forage',
  'note',
  ...SEASONS,
]

/** One water: its chart and spots, what is known of it, and what it gave. */
export function WaterPage() {
  const { water: id } = useParams()
  const { book, merged } = useAppSelector(({ records }) => records)
  const waters = useAppSelector(allWaters)
  if (book === null) return <PageFrame title={text.title} />
  const into = id === undefined ? undefined : merged[id]
  if (into !== undefined) return <Navigate to={`/waters/${into}`} replace />
  const water = waters.find((one) => one.id === id)
  if (!water) {
    return (
      <Page>
        <Title>{text.missing}</Title>
        <LinkButton to="/waters">{text.back}</LinkButton> <InOtherBook kind="water" id={id} />
      </Page>
    )
  }
  return <ShownWater key={water.id} water={water} />
}

function ShownWater({ water }: { water: Water }) {
  const groups = useGroups('water')
  const [picked, setPicked] = useState<Position>()
  const [picking, setPicking] = useState<'water' | 'spot'>()
  const [selected, setSelected] = useState<string>()
  return (
    <Page>
      <Flex wrap="wrap" gap="8px 32px" align="end" justify="space-between">
        <Box>
          <Quiet>{[water.kind, water.pressure && `pressure ${water.pressure}`].filter(Boolean).join(' · ')}</Quiet>
          <Title>{water.name}</Title>
        </Box>
        <Box textAlign="right">
          <Box>
            <Result groups={groups} id={water.id} />
          </Box>
          <Link to={`/findings?by=lure&where=${encodeURIComponent(`water=${water.id}`)}`}>{text.board}</Link>
        </Box>
      </Flex>
      <Box display="grid" gridTemplateColumns={{ base: 'minmax(0, 1fr)', lg: '3fr 2fr' }} gap="10px 36px" mt="14px">
        <ChartPanel water={water} selected={selected} picking={picking} onPick={setPicked} onSpot={setSelected} />
        <Spots
          water={water}
          selected={selected}
          onSelect={setSelected}
          picked={picking === 'spot' ? picked : undefined}
          onPicking={(on) => setPicking(on ? 'spot' : undefined)}
        />
      </Box>
      <ConditionsOfYears water={water} />
      <About
        water={water}
        picked={picking === 'water' ? picked : undefined}
        onPicking={(on) => setPicking(on ? 'water' : undefined)}
      />
    </Page>
  )
}

/** What is known of a water, changed in place. */
function About({
  water,
  picked,
  onPicking,
}: {
  water: Water
  picked: Position | undefined
  onPicking: (on: boolean) => void
}) {
  const book = useBookId()
  const units = useUnits()
  const navigate = useNavigate()
  const waters = useAppSelector(allWaters)
  const save = useSave()
  const draftKey = `water:${book}:${water.id}`
  const form = useRecordForm('water', FIELDS, water, units, keptDraft(draftKey))
  const { setValue } = form.form
  const [taken, setTaken] = useState<Position>()
  if (picked && picked !== taken) {
    setTaken(picked)
    setValue('longitude', picked[0].toFixed(5))
    setValue('latitude', picked[1].toFixed(5))
  }
  const keep = async (fields: Fields): Promise<void> => {
    await save(saved(form.values.name ?? ''), [{ kind: 'water', id: water.id, fields }])
    form.form.reset(form.values)
    await dropDraft(draftKey)
    onPicking(false)
  }
  const takeOut = async (): Promise<void> => {
    await save(deleted(water.name), [deletionOf('water', water.id)])
    await navigate('/waters')
  }
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        void form.keep(keep)
      }}
    >
      <OfWater form={form} onPicking={onPicking} />
      <Forage form={form} />
      <Flex gap="10px" mt="20px" align="center" wrap="wrap" className="no-print">
        <Button type="submit" look="main" minH="48px" fontSize="large">
          {text.keep}
        </Button>
        <Button look="bare" onClick={() => void takeOut()}>
          {text.takeOut}
        </Button>
        <Quiet>{text.takeOutNote}</Quiet>
      </Flex>
      <MergeInto kind="water" record={water} records={waters} onMerged={(to) => void navigate(`/waters/${to}`)} />
    </form>
  )
}

function OfWater({ form, onPicking }: { form: RecordForm; onPicking: (on: boolean) => void }) {
  const { values } = form
  const zone = useZoneAt(values.latitude ?? '', values.longitude ?? '')
  return (
    <Box as="section" aria-label={text.about} mt="26px" borderTop="1px solid" borderColor="rule" pt="10px">
      <Heading>{text.about}</Heading>
      <Flex gap="12px 14px" wrap="wrap" mt="6px">
        <RecordField form={form} field="name" label={text.fields.name} width="260px" />
        <RecordField form={form} field="kind" width="180px" />
        <RecordField form={form} field="pressure" width="160px" />
        <Box onFocus={() => onPicking(true)}>
          <Flex gap="12px 14px" wrap="wrap">
            <RecordField form={form} field="latitude" width="120px" />
            <RecordField form={form} field="longitude" width="120px" />
          </Flex>
        </Box>
        <Box>
          <RecordField form={form} field="timeZone" width="200px" />
          {zone !== undefined && zone !== values.timeZone && (
            <Button look="bare" onClick={() => form.form.setValue('timeZone', zone)}>
              {text.findZone(zone)}
            </Button>
          )}
        </Box>
        <RecordField form={form} field="species" width="100%" />
        <RecordField form={form} field="note" width="460px" />
      </Flex>
    </Box>
  )
}

/** What fish eat here, season by season. */
function Forage({ form }: { form: RecordForm }) {
  return (
    <Box as="section" aria-label={text.forage} mt="22px" borderTop="1px solid" borderColor="rule" pt="10px">
      <Heading>{text.forage}</Heading>
      <Quiet>{text.forageNote}</Quiet>
      <Flex gap="12px 18px" wrap="wrap" mt="6px">
        {SEASONS.map((field) => (
          <RecordField key={field} form={form} field={field} label={text.seasons[field]} width="220px" ranked />
        ))}
      </Flex>
      <Box mt="12px">
        <RecordField form={form} field="forage" width="100%" />
      </Box>
    </Box>
  )
}
