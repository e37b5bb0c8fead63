import { Box, Flex } from '@chakra-ui/react'
import { parseNumber } from '@jotbook/core'
import type { Fields } from '@jotbook/core'
import { faultsOf } from '@jotbook/contract'
import { Button, Field, Label, Quiet } from '../../ui/controls.tsx'
import { deviceZone } from '../../ui/deviceZone.ts'
import { FieldProblem } from '../../ui/ProblemNote.tsx'
import { BOTH_COORDINATES, lackingCoordinate } from '../../ui/recordForm/index.ts'
import { text } from './text.ts'
import { useZoneAt } from './useZoneAt.ts'

export interface WaterDraft {
  readonly name: string
  readonly timeZone: string
  readonly latitude: string
  readonly longitude: string
}

export const newWater = (): WaterDraft => ({ name: '', timeZone: deviceZone(), latitude: '', longitude: '' })

/** The record a draft means, and what is wrong with it by field. */
export function readWater(draft: WaterDraft): { fields: Fields; problems: Readonly<Record<string, string>> } {
  const problems: Record<string, string> = {}
  const degrees = (typed: string, field: string): number | null => {
    const value = typed.trim() === '' ? null : parseNumber(typed)
    if (value === undefined) problems[field] = text.degrees
    return value ?? null
  }
  const fields = {
    name: draft.name.trim(),
    timeZone: draft.timeZone.trim(),
    latitude: degrees(draft.latitude, 'latitude'),
    longitude: degrees(draft.longitude, 'longitude'),
  }
  if (fields.name === '') problems.name = text.nameMissing
  for (const { field, message } of faultsOf('water', fields)) problems[field] ??= message
  const lacking = lackingCoordinate(draft.latitude, draft.longitude)
  if (lacking) problems[lacking] ??= BOTH_COORDINATES
  return { fields, problems }
}

interface NewWaterFieldsProps {
  readonly draft: WaterDraft
  readonly problems: Readonly<Record<string, string>>
  readonly onChange: (draft: WaterDraft) => void
}

const WIDTHS = { name: '240px', timeZone: '200px', latitude: '130px', longitude: '130px' } as const

export function NewWaterFields({ draft, problems, onChange }: NewWaterFieldsProps) {
  const zone = useZoneAt(draft.latitude, draft.longitude)
  return (
    <Flex gap="14px" wrap="wrap">
      {(Object.keys(WIDTHS) as (keyof typeof WIDTHS)[]).map((field) => (
        <Box key={field} w={WIDTHS[field]}>
          <Label htmlFor={`water-${field}`}>{text.fields[field]}</Label>
          <Field
            id={`water-${field}`}
            value={draft[field]}
            aria-invalid={problems[field] !== undefined}
            aria-describedby={`water-${field}-problem`}
            onChange={(event) => onChange({ ...draft, [field]: event.target.value })}
          />
          <FieldProblem id={`water-${field}-problem`} message={problems[field]} />
        </Box>
      ))}
      <Box w="100%">
        {zone !== undefined && zone !== draft.timeZone && (
          <Button look="bare" onClick={() => onChange({ ...draft, timeZone: zone })}>
            {text.findZone(zone)}
          </Button>
        )}
        <Quiet>{text.placeNote}</Quiet>
      </Box>
    </Flex>
  )
}
