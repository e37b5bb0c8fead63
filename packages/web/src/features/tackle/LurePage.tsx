import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { Navigate, useNavigate, useParams, useSearchParams } from 'react-router'
import { isoUtc } from '@jotbook/core'
import type { Fields, Lure } from '@jotbook/core'
import { InOtherBook } from '../../ui/ofBook/BookOfLink.tsx'
import { MergeInto } from '../../ui/ofBook/MergeInto.tsx'
import { deleted, deletionOf, saved, useSave } from '../../state/useSave.ts'
import { useBookId, useUnits } from '../../state/useBook.ts'
import { useAppSelector } from '../../state/store.ts'
import { LureDrawing } from '../../charts/lures/LureDrawing.tsx'
import { dropDraft, keptDraft, newId } from '../../offline/index.ts'
import { Button, Heading, LinkButton, Page, Quiet, Title } from '../../ui/controls.tsx'
import { RecordField, useRecordForm } from '../../ui/recordForm/index.ts'
import { LurePhotos } from './LurePhotos.tsx'
import { LureDeeds } from './LureDeeds.tsx'
import { Versions } from './Versions.tsx'
import { text } from './text.ts'
import { LURE_ZONES, ZonePicker } from './ZonePicker.tsx'
import type { LureZone } from './ZonePicker.tsx'

const BUILD = [
  'class',
  'body',
  'lengthMm',
  'overallLengthMm',
  'weightG',
  'runsFromM',
  'runsToM',
  'action',
  'sound',
  'buoyancy',
  'headShape',
  'trailer',
  'hook',
  'skirt',
] as const
const VERSION = ['version', 'versionFrom', 'modification'] as const
const COLOUR = ['family', 'finish', 'brightness'] as const
const USE = ['standsFor', 'price', 'note'] as const
const FIELDS = ['name', ...BUILD, ...VERSION, ...LURE_ZONES, ...COLOUR, ...USE]

/** One lure: made, changed, compared with its versions, and what it has done. */
export function LurePage() {
  const { lure: id } = useParams()
  const [asked] = useSearchParams()
  const { book, lures, merged } = useAppSelector(({ records }) => records)
  if (book === null) return <Page />
  const into = id === undefined ? undefined : merged[id]
  if (into !== undefined) return <Navigate to={`/tackle/${into}`} replace />
  const record = lures.find((lure) => lure.id === id)
  if (id !== undefined && !record) {
    return (
      <Page>
        <Title>{text.lure.missing}</Title>
        <LinkButton to="/tackle">{text.lure.back}</LinkButton> <InOtherBook kind="lure" id={id} />
      </Page>
    )
  }
  const like = lures.find((lure) => lure.id === asked.get('like'))
  return <LureForm key={id ?? asked.toString()} record={record} like={like && startFrom(like, asked.get('as'))} />
}

/** A new version keeps the colours, another colour keeps the build. */
function startFrom(
  { id: _id, name, version: _version, versionFrom: _from, ...rest }: Lure,
  as: string | null,
): Partial<Lure> {
  if (as === 'version') return { ...rest, name, versionFrom: isoUtc(Date.now()).slice(0, 10) }
  const { back: _back, side: _side, belly: _belly, accent: _accent, family: _family, ...build } = rest
  return { ...build, name: `${name.split(', ')[0] ?? name}, ` }
}

function LureForm({ record, like }: { record: Lure | undefined; like: Partial<Lure> | undefined }) {
  const book = useBookId()
  const units = useUnits()
  const lures = useAppSelector(({ records }) => records.lures)
  const navigate = useNavigate()
  const save = useSave()
  const [zone, setZone] = useState<LureZone>('back')
  const draftKey = `lure:${book}:${record?.id ?? 'new'}`
  const form = useRecordForm('lure', FIELDS, record ?? like, units, like ? undefined : keptDraft(draftKey))
  const { values } = form
  const zones = Object.fromEntries(LURE_ZONES.map((one) => [one, values[one] ?? ''])) as Record<LureZone, string>
  const drawn = {
    name: values.name || text.lure.new,
    class: values.class ?? '',
    ...zones,
    finish: values.finish ?? '',
    lengthMm: (form.read.fields.lengthMm as number | null) ?? null,
  }
  const leave = async (to: string): Promise<void> => {
    await dropDraft(draftKey)
    await navigate(to)
  }
  const keep = async (): Promise<void> => {
    const fields = form.tryKeep()
    if (!fields) return
    const id = record?.id ?? newId()
    await save(saved(form.values.name ?? ''), [
      { kind: 'lure', id, fields: { ...(like as Fields | undefined), ...fields } },
    ])
    await leave(`/tackle/${id}`)
  }
  const takeOut = async (): Promise<void> => {
    if (record) await save(deleted(record.name), [deletionOf('lure', record.id)])
    await leave('/tackle')
  }
  return (
    <Page>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          void keep()
        }}
      >
        <Flex gap="14px 32px" wrap="wrap" align="end" justify="space-between">
          <Flex gap="14px 24px" wrap="wrap" align="end">
            <Box bg="sheet" border="1px solid" borderColor="rule" p="18px">
              <LureDrawing lure={drawn} width={280} scale decorative />
            </Box>
            <Box>
              <Title>{record?.name ?? text.lure.new}</Title>
              <RecordField form={form} field="name" label={text.lure.name} width="320px" />
            </Box>
          </Flex>
          <Flex gap="10px" className="no-print">
            <Button look="bare" onClick={() => void leave('/tackle')}>
              {text.discard}
            </Button>
            <Button type="submit" look="main" minH="48px" fontSize="large">
              {text.keep}
            </Button>
          </Flex>
        </Flex>
        <Group title={text.lure.colour}>
          <Box w="100%">
            <ZonePicker
              zone={zone}
              zones={zones}
              onZone={setZone}
              onColour={(colour) => form.form.setValue(zone, colour)}
            />
          </Box>
          {COLOUR.map((field) => (
            <RecordField key={field} form={form} field={field} width="180px" />
          ))}
        </Group>
        <Group title={text.lure.build}>
          {BUILD.map((field) => (
            <RecordField key={field} form={form} field={field} width="180px" />
          ))}
        </Group>
        <Group title={text.lure.versions} note={text.lure.versionsNote}>
          <RecordField form={form} field="version" width="180px" />
          <RecordField form={form} field="versionFrom" width="180px" />
          <RecordField form={form} field="modification" width="100%" />
        </Group>
        <Group title={text.lure.fishing}>
          <RecordField form={form} field="standsFor" width="100%" />
          <RecordField form={form} field="price" width="120px" />
          <RecordField form={form} field="note" width="420px" />
        </Group>
      </form>
      {record && (
        <>
          <LureDeeds lure={record} />
          <LurePhotos lure={record} />
          <Versions lure={record} lures={lures} />
          <MergeInto kind="lure" record={record} records={lures} onMerged={(to) => void leave(`/tackle/${to}`)} />
          <Box mt="14px" className="no-print">
            <Button look="bare" onClick={() => void takeOut()}>
              {text.takeOut}
            </Button>{' '}
            <Quiet>{text.takeOutNote}</Quiet>
          </Box>
        </>
      )}
    </Page>
  )
}

function Group({ title, note, children }: { title: string; note?: string; children: React.ReactNode }) {
  return (
    <Box as="section" aria-label={title} mt="22px" borderTop="1px solid" borderColor="rule" pt="10px">
      <Heading>{title}</Heading>
      {note && <Quiet>{note}</Quiet>}
      <Flex gap="12px 14px" wrap="wrap" mt="6px">
        {children}
      </Flex>
    </Box>
  )
}
