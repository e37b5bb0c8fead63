import type { Id } from '@jotbook/core'
import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { useAppSelector } from '../../state/store.ts'
import { useSave } from '../../state/useSave.ts'
import { Button, Field, Heading, Label, Quiet } from '../../ui/controls.tsx'
import { text } from './text.ts'

/** Where the book's instruments are to be had; the owner's to set. */
export function Addresses({ book }: { book: Id<'book'> }) {
  const settings = useAppSelector(({ records }) => records.settings)
  const [typed, setTyped] = useState<{ readonly weatherAddress?: string; readonly sounderAddress?: string }>({})
  const save = useSave()
  const shown = (field: 'weatherAddress' | 'sounderAddress'): string => typed[field] ?? settings?.[field] ?? ''
  const keep = async (): Promise<void> => {
    await save(text.addresses.kept, [
      {
        kind: 'book',
        id: book,
        fields: {
          weatherAddress: shown('weatherAddress').trim() || null,
          sounderAddress: shown('sounderAddress').trim() || null,
        },
      },
    ])
    setTyped({})
  }
  const { addresses } = text
  return (
    <Box as="section" aria-label={addresses.title} mt="26px">
      <Heading>{addresses.title}</Heading>
      <Quiet>{addresses.note}</Quiet>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          void keep()
        }}
      >
        <Flex gap="12px 14px" wrap="wrap" mt="6px" align="end">
          <Box w="380px" maxW="100%">
            <Label htmlFor="weather-address">{addresses.weather}</Label>
            <Field
              id="weather-address"
              value={shown('weatherAddress')}
              placeholder={addresses.weatherHint}
              onChange={({ target }) => setTyped({ ...typed, weatherAddress: target.value })}
            />
          </Box>
          <Box w="300px" maxW="100%">
            <Label htmlFor="sounder-address">{addresses.sounder}</Label>
            <Field
              id="sounder-address"
              value={shown('sounderAddress')}
              placeholder={addresses.sounderHint}
              onChange={({ target }) => setTyped({ ...typed, sounderAddress: target.value })}
            />
          </Box>
          <Button type="submit">{addresses.keep}</Button>
        </Flex>
      </form>
    </Box>
  )
}
