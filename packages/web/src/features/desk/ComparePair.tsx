import { Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { whereText } from '@jotbook/core'
import type { Clause } from '@jotbook/core'
import { LinkButton, Select } from '../../ui/controls.tsx'
import { useNaming } from '../board/index.ts'
import { sideOf } from './compare.ts'
import { text } from './text.ts'

/** The rows of a view that can be compared: the values of one column, under the view's filters. */
export interface Pairs {
  readonly column: string
  readonly levels: readonly string[]
  readonly where: readonly Clause[]
}

/** Any two rows of a view, on the trips they share. */
export function ComparePair({ column, levels, where }: Pairs) {
  const naming = useNaming()
  const known = levels.filter((level) => level !== 'unknown')
  const [chosen, setChosen] = useState<readonly [string, string]>(['', ''])
  if (known.length < 2) return null
  const [a, b] = [chosen[0] || known[0] || '', chosen[1] || known[1] || '']
  const kept = where.filter((clause) => clause.column !== column)
  const parts = new URLSearchParams([
    ...(kept.length > 0 ? [['where', whereText(kept)]] : []),
    ['a', sideOf(column, a)],
    ['b', sideOf(column, b)],
  ])
  const side = (label: string, value: string, set: (level: string) => void) => (
    <Select
      aria-label={label}
      value={value}
      w="auto"
      maxW="220px"
      minH="34px"
      fontSize="small"
      onChange={({ target }) => set(target.value)}
    >
      {known.map((level) => (
        <option key={level} value={level}>
          {naming.level(column, level)}
        </option>
      ))}
    </Select>
  )
  return (
    <Flex gap="6px 10px" align="center" wrap="wrap" mt="8px" fontSize="small" className="no-print">
      {text.pair.start}
      {side(text.pair.first, a, (level) => setChosen([level, b]))}
      {text.pair.or}
      {side(text.pair.second, b, (level) => setChosen([a, level]))}
      {a !== b && (
        <LinkButton look="bare" fontSize="small" minH="34px" to={`/findings/compare?${parts.toString()}`}>
          {text.pair.compare}
        </LinkButton>
      )}
    </Flex>
  )
}
