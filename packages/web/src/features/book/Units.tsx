import { useSave } from '../../state/useSave.ts'
import { Box, Flex } from '@chakra-ui/react'
import { UNIT_CHOICES } from '@jotbook/core'
import type { Id, Unit, UnitPreferences } from '@jotbook/core'
import { Link } from 'react-router'
import { useUnits } from '../../state/useBook.ts'
import { Choice } from '../../ui/Choice.tsx'
import { Heading, Quiet } from '../../ui/controls.tsx'
import { localeChosen } from '../../state/preferences.ts'
import type { LocaleChoice } from '../../state/preferences.ts'
import { useAppDispatch, useAppSelector } from '../../state/store.ts'
import { unitLabel } from '../../ui/locale.ts'
import { text } from './text.ts'

/** Units, quantity by quantity, and how this device writes clocks and numbers. */
export function Units({ book }: { book: Id<'book'> }) {
  const units = useUnits()
  const save = useSave()
  const dispatch = useAppDispatch()
  const locale = useAppSelector(({ preferences }) => preferences.locale)
  const choose = (quantity: keyof UnitPreferences, unit: string): void => {
    void save(text.units.changed, [{ kind: 'book', id: book, fields: { units: { ...units, [quantity]: unit } } }])
  }
  return (
    <Box as="section" aria-label={text.units.title} mt="26px">
      <Heading>{text.units.title}</Heading>
      <Flex gap="14px" wrap="wrap" mt="6px">
        {(Object.entries(UNIT_CHOICES) as [keyof UnitPreferences, readonly Unit[]][]).map(([quantity, choices]) => (
          <Choice
            key={quantity}
            id={`unit-${quantity}`}
            label={text.units.names[quantity]}
            width="120px"
            value={units[quantity]}
            options={choices.map((unit) => [unit, unitLabel(unit)])}
            onChoose={(unit) => choose(quantity, unit)}
          />
        ))}
        <Choice
          id="locale-clock"
          width="180px"
          label={text.units.clock}
          value={locale.clock}
          options={(['auto', '12', '24'] as const).map((clock) => [clock, text.units.clocks[clock]])}
          onChoose={(clock) => dispatch(localeChosen({ clock: clock as LocaleChoice['clock'] }))}
        />
        <Choice
          id="locale-decimal"
          width="180px"
          label={text.units.decimal}
          value={locale.decimal}
          options={Object.entries(text.units.decimals)}
          onChoose={(decimal) => dispatch(localeChosen({ decimal: decimal as LocaleChoice['decimal'] }))}
        />
      </Flex>
      <Quiet>{text.units.note}</Quiet>
      <p>
        <Link to="/book/bands">{text.units.bands}</Link>
      </p>
    </Box>
  )
}
