import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { Heading, Quiet } from '../../ui/controls.tsx'
import { RecordField } from '../../ui/recordForm/index.ts'
import type { RecordForm } from '../../ui/recordForm/index.ts'
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
const RIGGING = [
  'hookRing',
  'weedGuard',
  'bead',
  'pegged',
  'softness',
  'headWeights',
  'tunedAtC',
  'addedWeightG',
] as const
const VERSION = ['version', 'versionFrom', 'modification'] as const
const COLOUR = ['family', 'finish', 'brightness'] as const
const USE = ['standsFor', 'price', 'lastsH', 'note'] as const
/** Every field of a lure that the form asks for. */
export const FIELDS = ['name', ...BUILD, ...RIGGING, ...VERSION, ...LURE_ZONES, ...COLOUR, ...USE]

interface LureFieldsProps {
  readonly form: RecordForm
  readonly zones: Readonly<Record<LureZone, string>>
}

/** What a lure is: its colours, its build, its version, and what it is for. */
export function LureFields({ form, zones }: LureFieldsProps) {
  const [zone, setZone] = useState<LureZone>('back')
  return (
    <>
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
      <Group title={text.lure.rigging}>
        {RIGGING.map((field) => (
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
        <RecordField form={form} field="lastsH" width="120px" />
        <RecordField form={form} field="note" width="420px" />
      </Group>
    </>
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
