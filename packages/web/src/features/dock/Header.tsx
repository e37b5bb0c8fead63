import { Box, Flex } from '@chakra-ui/react'
import { useContext, useState } from 'react'
import { PURPOSES } from '@jotbook/core'
import { useAppSelector } from '../../app/store.ts'
import { commit, newId } from '../../offline/index.ts'
import { Button, Label, Select } from '../../ui/controls.tsx'
import { WaterFields, newWater, readWater } from '../waters/index.ts'
import type { WaterDraft } from '../waters/index.ts'
import { Beside, Cell, ChoiceCell } from './Cell.tsx'
import { DockContext } from './dockContext.ts'

const NEW = 'new'

/** Where, when and who. */
export function Header() {
  const { form, read, shownProblems, book } = useContext(DockContext)
  const waters = useAppSelector(({ records }) => records.waters)
  const [making, setMaking] = useState<WaterDraft>()
  const water = form.watch('water')
  const problems = making ? readWater(making).problems : {}
  const make = async (): Promise<void> => {
    if (!making || Object.keys(problems).length > 0) return
    const id = newId()
    await commit(book, [{ kind: 'water', id, fields: readWater(making).fields }])
    form.setValue('water', id)
    setMaking(undefined)
  }
  return (
    <Box as="section" aria-label="Trip">
      <Flex gap="14px" wrap="wrap" align="start" mt="14px">
        <Box w={{ base: '100%', md: '240px' }}>
          <Label htmlFor="trip-water">Water</Label>
          <Select
            id="trip-water"
            data-cell="trip:water"
            value={making ? NEW : water}
            aria-invalid={shownProblems['trip:water'] !== undefined}
            onChange={({ target: { value } }) => {
              setMaking(value === NEW ? newWater() : undefined)
              form.setValue('water', value === NEW ? '' : value)
            }}
          >
            <option value="">choose</option>
            {waters.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
            <option value={NEW}>a new water…</option>
          </Select>
          <Beside cell="trip:water" problem={shownProblems['trip:water']} notice={read.notices['trip:water']} />
        </Box>
        {(
          [
            ['date', 'Day', '130px', ''],
            ['start', 'On the water from', '120px', '6:30'],
            ['end', 'to', '100px', '3 pm'],
          ] as const
        ).map(([field, label, width, placeholder]) => (
          <Box key={field} w={width}>
            <Label as="div">{label}</Label>
            <Cell cell={`trip:${field}`} path={field} label={label} placeholder={placeholder} />
          </Box>
        ))}
        <Box w="130px">
          <Label as="div">Purpose</Label>
          <ChoiceCell cell="trip:purpose" path="purpose" label="Purpose" words={PURPOSES} empty="not said" />
        </Box>
        <Box w="180px">
          <Label as="div">People aboard</Label>
          <Cell cell="trip:people" path="people" label="People aboard" placeholder="names, or nobody" />
        </Box>
        <Box flex="1 1 200px">
          <Label as="div">Note</Label>
          <Cell cell="trip:note" path="note" label="Trip note" />
        </Box>
      </Flex>
      {making && (
        <Box bg="sheet" borderTop="1.5px solid" borderColor="ink" p="12px" mt="10px" role="group" aria-label="New water">
          <WaterFields draft={making} problems={making.name === '' ? {} : problems} onChange={setMaking} />
          <Button mt="10px" onClick={() => void make()}>
            Make this water
          </Button>
        </Box>
      )}
    </Box>
  )
}
