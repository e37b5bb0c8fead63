import { Flex } from '@chakra-ui/react'
import { useNavigate } from 'react-router'
import { UNKNOWN, whereText } from '@jotbook/core'
import type { BoardRow, Clause } from '@jotbook/core'
import { Select } from '../../ui/controls.tsx'
import type { AskedQuestion } from './asked.ts'
import { text } from './text.ts'
import type { Naming } from './useNaming.ts'

interface CompareWithProps {
  readonly row: BoardRow
  readonly rows: readonly BoardRow[]
  readonly question: AskedQuestion
  readonly naming: Naming
}

/** From one row to the comparison with any other: is it the lure, or the day it was thrown on? */
export function CompareWith({ row, rows, question, naming }: CompareWithProps) {
  const navigate = useNavigate()
  const others = rows.filter((one) => one !== row && !one.group.includes(UNKNOWN))
  if (others.length === 0 || row.group.includes(UNKNOWN)) return null
  const { by, where } = question
  const sideOf = ({ group }: BoardRow): string =>
    whereText(by.map((column, i): Clause => ({ kind: 'oneOf', column, values: [group[i] ?? ''] })))
  const compare = (key: string): void => {
    const other = others.find(({ group }) => group.join('|') === key)
    if (!other) return
    const kept = where.filter(({ column }) => !by.includes(column))
    const parts = new URLSearchParams([
      ...(kept.length > 0 ? [['where', whereText(kept)]] : []),
      ['a', sideOf(row)],
      ['b', sideOf(other)],
    ])
    void navigate(`/findings/compare?${parts.toString()}`)
  }
  return (
    <Flex as="label" gap="8px" align="center" mt="10px" className="no-print" wrap="wrap">
      {text.compareWith}
      <Select value="" w="auto" maxW="320px" onChange={({ target }) => compare(target.value)}>
        <option value="">{text.chooseOther}</option>
        {others.map(({ group }) => (
          <option key={group.join('|')} value={group.join('|')}>
            {group.map((level, i) => naming.level(by[i] ?? '', level)).join(' · ')}
          </option>
        ))}
      </Select>
    </Flex>
  )
}
