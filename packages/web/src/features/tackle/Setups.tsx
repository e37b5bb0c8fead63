import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import type { Fields, RecordOf } from '@jotbook/core'
import { LureDrawing } from '../../charts/lures/LureDrawing.tsx'
import { allLures, allSetups } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { deleted, deletionOf, saved, useSave } from '../../state/useSave.ts'
import { useUnits } from '../../state/useBook.ts'
import { newId } from '../../offline/index.ts'
import { Button, Heading, Label, Quiet, Select, Panel } from '../../ui/controls.tsx'
import { FieldProblem } from '../../ui/ProblemNote.tsx'
import { RecordField, useRecordForm } from '../../ui/recordForm/index.ts'
import { text } from './text.ts'

type Setup = RecordOf<'setup'>
const FIELDS = [
  'name',
  'lure',
  'rod',
  'rodPower',
  'rodAction',
  'rodMaterial',
  'reelRatio',
  'lineKind',
  'lineLb',
  'leaderMm',
  'leaderLb',
] as const

/** The rods: each with its line and the lure tied on it. */
export function Setups() {
  const setups = useAppSelector(allSetups)
  const lures = useAppSelector(allLures)
  const [open, setOpen] = useState<string>()
  return (
    <Box as="section" aria-label={text.setups} mt="30px">
      <Flex justify="space-between" align="end" wrap="wrap" gap="10px">
        <Box>
          <Heading>{text.setups}</Heading>
          <Quiet>{text.setupsNote}</Quiet>
        </Box>
        <Button onClick={() => setOpen('new')}>{text.newSetup}</Button>
      </Flex>
      {open === 'new' && <SetupForm setup={undefined} onDone={() => setOpen(undefined)} />}
      {setups.length === 0 && open === undefined && <Quiet>{text.noSetups}</Quiet>}
      {setups.map((setup) => {
        const lure = lures.find(({ id }) => id === setup.lure)
        return (
          <Box key={setup.id} borderBottom="1px solid" borderColor="rule" py="6px">
            <Flex align="center" gap="4px 16px" wrap="wrap">
              {lure && <LureDrawing lure={lure} width={72} decorative />}
              <Box flex="1 1 200px">
                <strong>{setup.name}</strong> {lure?.name}
              </Box>
              <Quiet>{describe(setup)}</Quiet>
              <Button
                look="bare"
                onClick={() => setOpen(open === setup.id ? undefined : setup.id)}
                aria-label={`${text.edit} ${setup.name}`}
              >
                {text.edit}
              </Button>
            </Flex>
            {open === setup.id && <SetupForm setup={setup} onDone={() => setOpen(undefined)} />}
          </Box>
        )
      })}
    </Box>
  )
}

const describe = ({ rodPower, rodAction, rodMaterial, reelRatio, lineLb, lineKind }: Setup): string =>
  [
    [rodPower, rodAction, rodMaterial].filter(Boolean).join(' '),
    reelRatio,
    lineLb ? `${lineLb} lb ${lineKind ?? ''}`.trim() : lineKind,
  ]
    .filter(Boolean)
    .join(' · ')

function SetupForm({ setup, onDone }: { setup: Setup | undefined; onDone: () => void }) {
  const save = useSave()
  const units = useUnits()
  const lures = useAppSelector(allLures)
  const form = useRecordForm('setup', FIELDS, setup, units)
  const keep = async (fields: Fields): Promise<void> => {
    await save(saved(form.values.name ?? ''), [{ kind: 'setup', id: setup?.id ?? newId(), fields }])
    onDone()
  }
  const takeOut = async (): Promise<void> => {
    if (setup) await save(deleted(setup.name), [deletionOf('setup', setup.id)])
    onDone()
  }
  return (
    <Panel my="8px" role="group" aria-label={setup?.name ?? text.newSetup}>
      <Flex gap="10px 14px" wrap="wrap">
        <RecordField form={form} field="name" />
        <Box w="240px">
          <Label htmlFor="setup-lure">{text.tied}</Label>
          <Select
            id="setup-lure"
            data-field="lure"
            aria-invalid={form.shownProblems.lure !== undefined}
            {...form.form.register('lure')}
          >
            <option value="" />
            {lures.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
          <FieldProblem id="setup-lure-problem" message={form.shownProblems.lure} />
        </Box>
        {FIELDS.slice(2).map((field) => (
          <RecordField key={field} form={form} field={field} width="150px" />
        ))}
      </Flex>
      <Flex gap="10px" mt="12px">
        <Button look="main" onClick={() => void form.keep(keep)}>
          {text.keepSetup}
        </Button>
        <Button look="bare" onClick={onDone}>
          {text.discard}
        </Button>
        {setup && (
          <Button look="bare" onClick={() => void takeOut()}>
            {text.takeOut}
          </Button>
        )}
      </Flex>
    </Panel>
  )
}
