import { Box, Flex } from '@chakra-ui/react'
import { Navigate, useNavigate, useParams, useSearchParams } from 'react-router'
import { isoUtc } from '@jotbook/core'
import type { Fields, Lure } from '@jotbook/core'
import { InOtherBook } from '../../ui/ofBook/BookOfLink.tsx'
import { deleted, deletionOf, saved, useSave } from '../../state/useSave.ts'
import { useBookId, useUnits } from '../../state/useBook.ts'
import { allLures } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { LureDrawing } from '../../charts/lures/LureDrawing.tsx'
import { dropDraft, keptDraft, newId } from '../../offline/index.ts'
import { Button, LinkButton, Page, Title } from '../../ui/controls.tsx'
import { RecordField, useRecordForm } from '../../ui/recordForm/index.ts'
import type { RecordForm } from '../../ui/recordForm/index.ts'
import { FIELDS, LureFields } from './LureFields.tsx'
import { LureRecord } from './LureRecord.tsx'
import { text } from './text.ts'
import { LURE_ZONES } from './ZonePicker.tsx'
import type { LureZone } from './ZonePicker.tsx'

/** One lure: made, changed, compared with its versions, and what it has done. */
export function LurePage() {
  const { lure: id } = useParams()
  const [asked] = useSearchParams()
  const { book, merged } = useAppSelector(({ records }) => records)
  const lures = useAppSelector(allLures)
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

interface DrawnAndNamedProps {
  readonly form: RecordForm
  readonly zones: Record<LureZone, string>
  readonly name: string | undefined
}

/** The lure as it is typed, drawn, beside its name. */
function DrawnAndNamed({ form, zones, name }: DrawnAndNamedProps) {
  const { values, read } = form
  const drawn = {
    name: values.name || text.lure.new,
    class: values.class ?? '',
    ...zones,
    finish: values.finish ?? '',
    lengthMm: (read.fields.lengthMm as number | null) ?? null,
  }
  return (
    <Flex gap="14px 24px" wrap="wrap" align="end">
      <Box bg="sheet" border="1px solid" borderColor="rule" p="18px">
        <LureDrawing lure={drawn} width={280} scale decorative />
      </Box>
      <Box>
        <Title>{name ?? text.lure.new}</Title>
        <RecordField form={form} field="name" label={text.lure.name} width="320px" />
      </Box>
    </Flex>
  )
}

function LureForm({ record, like }: { record: Lure | undefined; like: Partial<Lure> | undefined }) {
  const book = useBookId()
  const units = useUnits()
  const navigate = useNavigate()
  const save = useSave()
  const draftKey = `lure:${book}:${record?.id ?? 'new'}`
  const form = useRecordForm('lure', FIELDS, record ?? like, units, like ? undefined : keptDraft(draftKey))
  const zones = Object.fromEntries(LURE_ZONES.map((one) => [one, form.values[one] ?? ''])) as Record<LureZone, string>
  const leave = async (to: string): Promise<void> => {
    await dropDraft(draftKey)
    await navigate(to)
  }
  const keep = async (fields: Fields): Promise<void> => {
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
          void form.keep(keep)
        }}
      >
        <Flex gap="14px 32px" wrap="wrap" align="end" justify="space-between">
          <DrawnAndNamed form={form} zones={zones} name={record?.name} />
          <Flex gap="10px" className="no-print">
            <Button look="bare" onClick={() => void leave('/tackle')}>
              {text.discard}
            </Button>
            <Button type="submit" look="main" minH="48px" fontSize="large">
              {text.keep}
            </Button>
          </Flex>
        </Flex>
        <LureFields form={form} zones={zones} />
      </form>
      {record && <LureRecord lure={record} onTakeOut={() => void takeOut()} onLeave={(to) => void leave(to)} />}
    </Page>
  )
}
