import { Box, Flex } from '@chakra-ui/react'
import { useContext, useState } from 'react'
import { useWatch } from 'react-hook-form'
import { PURPOSES, fishingWords } from '@jotbook/core'
import { allWaters } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { saved, useSave } from '../../state/useSave.ts'
import { newId } from '../../offline/index.ts'
import { Button, Label, Quiet, Select, Panel } from '../../ui/controls.tsx'
import { NewWaterFields, newWater, readWater } from '../waters/index.ts'
import type { WaterDraft } from '../waters/index.ts'
import { Beside, Cell, ChoiceCell, useProblem } from './Cell.tsx'
import { DockContext } from './dockContext.ts'
import { text } from './text.ts'

const NEW = 'new'

/** Where, when, who, and how much of the hours is known. */
export function Header() {
  const [making, setMaking] = useState<WaterDraft>()
  const words = text.header
  return (
    <Box as="section" aria-label={words.label}>
      <Flex gap="14px" wrap="wrap" align="start" mt="14px">
        <WaterChoice making={making !== undefined} onMaking={setMaking} />
        <EffortChoice />
        <Box w="110px">
          <Label as="div">{words.platform}</Label>
          <ChoiceCell
            cell="trip:platform"
            path="platform"
            label={words.platform}
            words={fishingWords.PLATFORMS}
            empty={words.notSaid}
          />
        </Box>
        <Target />
        {(
          [
            ['date', words.day, '130px', ''],
            ['start', words.from, '120px', '6:30'],
            ['end', words.to, '100px', '3 pm'],
          ] as const
        ).map(([field, label, width, placeholder]) => (
          <Box key={field} w={width}>
            <Label as="div">{label}</Label>
            <Cell cell={`trip:${field}`} path={field} label={label} placeholder={placeholder} />
          </Box>
        ))}
        <Box w="130px">
          <Label as="div">{words.purpose}</Label>
          <ChoiceCell cell="trip:purpose" path="purpose" label={words.purpose} words={PURPOSES} empty={words.notSaid} />
        </Box>
        <Box w="170px">
          <Label as="div">{words.people}</Label>
          <Cell cell="trip:people" path="people" label={words.people} placeholder={words.peopleHint} />
        </Box>
        <Box flex="1 1 400px">
          <Label as="div">{words.note}</Label>
          <Cell cell="trip:note" path="note" label={words.tripNote} />
        </Box>
      </Flex>
      {making && <NewWater draft={making} onDraft={setMaking} />}
    </Box>
  )
}

type OnMaking = (draft: WaterDraft | undefined) => void

function WaterChoice({ making, onMaking }: { making: boolean; onMaking: OnMaking }) {
  const { form } = useContext(DockContext)
  const problem = useProblem('trip:water')
  const waters = useAppSelector(allWaters)
  const water = useWatch({ control: form.control, name: 'water' })
  const words = text.header
  return (
    <Box w={{ base: '100%', md: '200px' }}>
      <Label htmlFor="trip-water">{words.water}</Label>
      <Select
        id="trip-water"
        data-cell="trip:water"
        value={making ? NEW : water}
        aria-invalid={problem !== undefined}
        onChange={({ target: { value } }) => {
          onMaking(value === NEW ? newWater() : undefined)
          form.setValue('water', value === NEW ? '' : value)
        }}
      >
        <option value="">{words.choose}</option>
        {waters.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
        <option value={NEW}>{words.newWater}</option>
      </Select>
      <Beside cell="trip:water" problem={problem} />
    </Box>
  )
}

function EffortChoice() {
  const { form } = useContext(DockContext)
  const effort = useWatch({ control: form.control, name: 'effortKnown' })
  const words = text.header
  return (
    <Box w={{ base: '100%', md: '220px' }}>
      <Label htmlFor="trip-effort">{words.effort}</Label>
      <Select id="trip-effort" data-cell="trip:effort" {...form.register('effortKnown')}>
        {fishingWords.EFFORT_KNOWN.map((known) => (
          <option key={known} value={known}>
            {words.efforts[known]}
          </option>
        ))}
      </Select>
      <Quiet>{words.effortNotes[effort]}</Quiet>
    </Box>
  )
}

function Target() {
  const words = text.header
  return (
    <Box w="170px">
      <Label as="div">{words.target}</Label>
      <Cell cell="trip:target" path="target" label={words.target} placeholder={words.targetHint} list="dock-target" />
      <datalist id="dock-target">
        {fishingWords.SPECIES.map((word) => (
          <option key={word} value={word} />
        ))}
      </datalist>
    </Box>
  )
}

/** A water the book does not have yet, made without leaving the trip. */
function NewWater({ draft, onDraft }: { draft: WaterDraft; onDraft: OnMaking }) {
  const { form } = useContext(DockContext)
  const save = useSave()
  const words = text.header
  const { fields, problems } = readWater(draft)
  const make = async (): Promise<void> => {
    if (Object.keys(problems).length > 0) return
    const id = newId()
    await save(saved(String(fields.name)), [{ kind: 'water', id, fields }])
    form.setValue('water', id)
    onDraft(undefined)
  }
  return (
    <Panel mt="10px" role="group" aria-label={words.newWaterLabel}>
      <NewWaterFields draft={draft} problems={draft.name === '' ? {} : problems} onChange={onDraft} />
      <Button mt="10px" onClick={() => void make()}>
        {words.makeWater}
      </Button>
    </Panel>
  )
}
