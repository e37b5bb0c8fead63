import { useMemo } from 'react'
import type { Fields, Stint, UnitPreferences } from '@jotbook/core'
import { useNames, useUnits } from '../../state/useBook.ts'
import { decimals } from '../../ui/locale.ts'
import { shownValue } from './quantities.ts'
import { Target } from './Target.tsx'
import { text } from './text.ts'

export type PresentationLine = 'how' | 'where'

interface PresentationLinesProps {
  readonly held: Stint
  readonly onOpen: (line: PresentationLine) => void
}

/** How the rod in hand is fished and where the boat is: both stand until they are changed. */
export function PresentationLines({ held, onOpen }: PresentationLinesProps) {
  const units = useUnits()
  const spot = useNames('spots')
  const [how, where] = useMemo(() => [howText(held), whereText(held, spot, units)], [held, spot, units])
  return (
    <div className="answers presentation">
      <Target className="quiet" aria-label={`${text.how.title}: ${how || text.how.none}`} onTap={() => onOpen('how')}>
        {how || text.how.none}
      </Target>
      <Target
        className="quiet"
        aria-label={`${text.where.title}: ${where || text.where.none}`}
        onTap={() => onOpen('where')}
      >
        {where || text.where.none}
      </Target>
    </div>
  )
}

function howText(held: Stint): string {
  const { retrieve, pauseS, castLength, direction, intent } = held as Fields & Stint
  const pause =
    typeof pauseS === 'number' && pauseS > 0 ? text.how.pause(decimals(pauseS, Number.isInteger(pauseS) ? 0 : 1)) : ''
  const cast = castLength && castLength !== 'normal' ? text.how.cast(castLength) : ''
  return [retrieve, pause, cast, direction, intent].filter(Boolean).join(' · ')
}

function whereText(held: Stint, spotName: (id: string) => string, units: UnitPreferences): string {
  const { spot, structure, cover, coverState, windblown, depthM, depthMTyped } = held as Stint & {
    depthMTyped?: string
  }
  const depth = typeof depthM === 'number' ? shownValue('stint', 'depthM', depthM, depthMTyped, units) : ''
  const place = spot ? spotName(spot) : structure
  const bank = windblown === true ? text.where.windblown : windblown === false ? text.where.sheltered : ''
  return [place, cover, coverState, bank, depth].filter(Boolean).join(' · ')
}
