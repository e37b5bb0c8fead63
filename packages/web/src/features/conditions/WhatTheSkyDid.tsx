import { Box, Flex } from '@chakra-ui/react'
import { fieldsOf } from '@jotbook/core'
import type { DayCondition } from '@jotbook/core'
import { Heading, Quiet, Select } from '../../ui/controls.tsx'
import { spellsText } from './spellsText.ts'
import { text } from './text.ts'

export type SaidField = DayCondition['said']
export type Said = Readonly<Partial<Record<SaidField, string | null | undefined>>>

interface WhatTheSkyDidProps {
  readonly conditions: readonly DayCondition[]
  readonly said: Said
  readonly zone: string
  /** Absent where the reader may not write. */
  readonly onSay?: (field: SaidField, word: string | null) => void
}

const ORDER = Object.keys(text.columns)
const wordsOf = (field: SaidField): readonly string[] => {
  const spec = fieldsOf('trip')[field]
  return spec?.type === 'word' ? [...new Set(spec.words)] : []
}

/** Light, front, pressure, moon and season of the day in words, each with where it comes from, each to be set right by hand. */
export function WhatTheSkyDid({ conditions, said, zone, onSay }: WhatTheSkyDidProps) {
  const ordered = [...conditions].sort((a, b) => ORDER.indexOf(a.column) - ORDER.indexOf(b.column))
  return (
    <Box as="section" aria-label={text.title} mt="26px" borderTop="1px solid" borderColor="rule" pt="10px">
      <Heading>{text.title}</Heading>
      <Quiet>{text.note}</Quiet>
      <Box mt="6px" display="grid" gridTemplateColumns={{ base: 'minmax(0, 1fr)', lg: '1fr 1fr' }} columnGap="48px">
        {ordered.map((condition) => (
          <Row
            key={condition.column}
            condition={condition}
            word={said[condition.said] ?? ''}
            zone={zone}
            {...(onSay ? { onSay } : {})}
          />
        ))}
      </Box>
    </Box>
  )
}

interface RowProps extends Pick<WhatTheSkyDidProps, 'zone' | 'onSay'> {
  readonly condition: DayCondition
  readonly word: string
}

function Row({ condition, word, zone, onSay }: RowProps) {
  const { column, said } = condition
  const name = text.columns[column]
  return (
    <Flex
      borderBottom="1px solid"
      borderColor="rule"
      py="8px"
      gap="6px 12px"
      align="center"
      justify="space-between"
      wrap="wrap"
    >
      <Box minW="0" flex="1 1 12rem">
        <Box fontSize="small" color="quiet">
          {name}
        </Box>
        <Box fontSize="large" lineHeight="1.3">
          {word === '' ? spellsText(condition, zone) : word}
        </Box>
        <Quiet>{word === '' ? text.sources[column] : text.said}</Quiet>
      </Box>
      {onSay && (
        <Select
          w="auto"
          maxW="100%"
          aria-label={text.correct(name)}
          value={word}
          className="no-print"
          onChange={({ target }) => onSay(said, target.value || null)}
        >
          <option value="">{text.asWorkedOut}</option>
          {wordsOf(said).map((one) => (
            <option key={one} value={one}>
              {one}
            </option>
          ))}
        </Select>
      )}
    </Flex>
  )
}
