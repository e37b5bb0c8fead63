import { Box, Flex } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { whereText } from '@jotbook/core'
import type { BookCurve, Clause } from '@jotbook/core'
import { useUnits } from '../../state/useBook.ts'
import { Field, Label, LinkButton } from '../../ui/controls.tsx'
import { useBoard, useNaming } from '../board/index.ts'
import type { AskedQuestion } from '../board/index.ts'
import { Measured } from './Measured.tsx'
import { RateRows } from './RateRows.tsx'
import { rangeOn, shownOn } from './axes.ts'
import type { Axis } from './axes.ts'
import { text } from './text.ts'
import { picked, siOn } from './when.ts'

const LURES = ['lure']
const MOST_LURES = 8

interface StretchProps {
  readonly question: AskedQuestion
  readonly axis: Axis
  readonly curve: BookCurve
  readonly range: readonly [number, number] | null
  readonly onRange: (range: [number, number]) => void
}

/** A stretch of the curve: what it holds, and what produced in it, as it is dragged. */
export function Stretch({ question, axis, curve, range, onRange }: StretchProps) {
  const units = useUnits()
  const words = text.when
  const shown = (value: number): string => String(Number(shownOn(axis, units, value).toFixed(1)))
  const ends: [number, number] = [curve.points[0]?.x ?? 0, curve.points.at(-1)?.x ?? 1]
  const [from, to] = range ?? ends
  const [typed, setTyped] = useState<readonly [string, string]>(() => [shown(from), shown(to)])
  const type = (at: 0 | 1, value: string): void => {
    const next: [string, string] = at === 0 ? [value, typed[1]] : [typed[0], value]
    setTyped(next)
    const [low, high] = next.map((one) => siOn(axis, units, Number(one)))
    if (next.every((one) => one.trim() !== '') && low !== undefined && high !== undefined && low < high)
      onRange([low, high])
  }
  const { strikes, hours } = picked(curve, from, to)
  const where = useMemo(
    (): Clause[] => [
      ...question.where.filter(({ column }) => column !== axis.column && column !== axis.band),
      { kind: 'range', column: axis.column, from, to },
    ],
    [question.where, axis, from, to],
  )
  const side = (name: 'from' | 'to', at: 0 | 1) => (
    <Label display="flex" alignItems="center" gap="6px" m="0">
      {words[name]}
      <Field type="number" w="92px" step="any" value={typed[at]} onChange={({ target }) => type(at, target.value)} />
    </Label>
  )
  return (
    <>
      <Flex gap="6px 14px" align="center" wrap="wrap" mt="6px" className="no-print">
        <Box color="quiet" fontSize="small">
          {words.pick}
        </Box>
        {side('from', 0)}
        {side('to', 1)}
        {range && (
          <>
            <Box fontWeight="600">{words.picked(rangeOn(axis, units, from, to), strikes, hours)}</Box>
            <LinkButton look="plain" to={`/findings?by=lure&where=${encodeURIComponent(whereText(where))}`}>
              {text.board}
            </LinkButton>
          </>
        )}
      </Flex>
      {range && <InStretch where={where} />}
    </>
  )
}

/** What produced in a stretch: it follows as the stretch is dragged. */
function InStretch({ where }: { where: readonly Clause[] }) {
  const naming = useNaming()
  const { value: board } = useBoard({ by: LURES, where })
  if (!board?.all) return null
  const { rate: usual } = board.all
  return (
    <Measured most={900}>
      {(width) => (
        <RateRows
          rows={board.rows}
          usual={usual}
          nameOf={({ group }) => naming.level('lure', group[0] ?? '')}
          width={width}
          label={text.board}
          most={MOST_LURES}
        />
      )}
    </Measured>
  )
}
