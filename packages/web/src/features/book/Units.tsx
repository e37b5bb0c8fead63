import { Box, Flex } from '@chakra-ui/react'
import { UNIT_CHOICES, unitLabel } from '@jotbook/core'
import type { Unit, UnitPreferences } from '@jotbook/core'
import { useUnits } from '../../app/useBook.ts'
import { commit } from '../../offline/index.ts'
import { Heading, Label, Select } from '../../ui/controls.tsx'

/** Units, quantity by quantity. */
export function Units({ book }: { book: string }) {
  const units = useUnits()
  const choose = (quantity: keyof UnitPreferences, unit: string): void => {
    void commit(book, [{ kind: 'book', id: book, fields: { units: { ...units, [quantity]: unit } } }])
  }
  return (
    <Box as="section" aria-label="Units" mt="26px">
      <Heading>Units</Heading>
      <Flex gap="14px" wrap="wrap" mt="6px">
        {(Object.entries(UNIT_CHOICES) as [keyof UnitPreferences, readonly Unit[]][]).map(([quantity, choices]) => (
          <Box key={quantity} w="120px">
            <Label htmlFor={`unit-${quantity}`}>{quantity}</Label>
            <Select id={`unit-${quantity}`} value={units[quantity]} onChange={(event) => choose(quantity, event.target.value)}>
              {choices.map((unit) => (
                <option key={unit} value={unit}>
                  {unitLabel(unit)}
                </option>
              ))}
            </Select>
          </Box>
        ))}
      </Flex>
    </Box>
  )
}
