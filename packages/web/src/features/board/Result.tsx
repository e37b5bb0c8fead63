import type { CountsRow, UnitPreferences } from '@jotbook/core'
import { useUnits } from '../../state/useBook.ts'
import { quantity } from '../../ui/locale.ts'
import { Unknown } from '../../ui/Unknown.tsx'
import { text } from './text.ts'
import type { GroupResult } from './useGroups.ts'

interface ResultProps {
  readonly groups: ReadonlyMap<string, GroupResult> | undefined
  readonly id: string
  readonly withRate?: boolean
}

/** One line of what a group gave; nothing is claimed before it is known. */
export function Result({ groups, id, withRate = false }: ResultProps) {
  const units = useUnits()
  if (!groups) return <Unknown width="9em" />
  const { row, counts } = groups.get(id) ?? {}
  if (row)
    return (
      <>
        {[text.result.line(row.trips, row.strikes, row.hours), withRate && text.result.rate(row.rate)]
          .filter(Boolean)
          .join(' · ')}
      </>
    )
  return <>{counts ? countsText(counts, units) : text.result.none}</>
}

/** Strikes without hours, in words: hook-up and size are known, a rate is not. */
export function countsText({ missed, lost, landed, unsaid, sizes }: CountsRow, units: UnitPreferences): string {
  const said = missed + lost + landed
  const median = sizes?.medianG ?? sizes?.medianMm
  const size =
    median === undefined
      ? ''
      : sizes?.medianG === undefined
        ? quantity(median, null, 'mm', units.length)
        : quantity(median, null, 'g', units.weight)
  return [
    text.result.noHours(said + unsaid),
    said > 0 && text.result.hooked(lost + landed, said),
    size && text.result.median(size),
  ]
    .filter(Boolean)
    .join(' · ')
}
