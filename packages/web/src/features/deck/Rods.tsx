import { countOf, inHand, isRod } from '@jotbook/core/deck'
import type { Angler, DeckDay } from '@jotbook/core/deck'
import { LureDrawing } from '../../charts/lures/LureDrawing.tsx'
import { Strokes } from './Strokes.tsx'
import type { PlacedRod } from './levels.ts'
import { Target } from './Target.tsx'
import { text } from './text.ts'

interface RodsProps {
  readonly rods: readonly PlacedRod[]
  readonly day: DeckDay
  /** Whose taps these are. */
  readonly anglers: readonly Angler[]
  /** Asking which rod had the strike. */
  readonly picking: boolean
  readonly onRod: (rod: PlacedRod) => void
}

/** The rods in their fixed places in the water, the shallow above the deep; what is in hand is dark. */
export function Rods({ rods, day, anglers, picking, onRod }: RodsProps) {
  const reading = day.readings.findLast(({ tint }) => tint)
  return (
    <div
      className={`rods ${rods.length > 6 ? 'many' : ''} ${picking ? 'picking' : ''}`}
      data-tint={reading?.tint ?? 'clear'}
      role="group"
      aria-label={text.rods}
    >
      {rods.length === 0 && <p>{text.noRods}</p>}
      {rods.map((rod, i) => (
        <RodCell
          key={`${rod.lure} ${rod.setup ?? ''}`}
          rod={rod}
          day={day}
          first={rod.level !== rods[i - 1]?.level}
          mine={anglers.some((angler) => holds(day, angler, rod))}
          onTap={() => onRod(rod)}
        />
      ))}
    </div>
  )
}

const holds = (day: DeckDay, angler: Angler, rod: PlacedRod): boolean => {
  const held = inHand(day, angler)
  return held !== undefined && isRod(held, rod)
}

interface RodCellProps {
  readonly rod: PlacedRod
  readonly day: DeckDay
  readonly first: boolean
  readonly mine: boolean
  readonly onTap: () => void
}

function RodCell({ rod, day, first, mine, onTap }: RodCellProps) {
  const { lureRecord: lure, level } = rod
  const stints = new Set(day.stints.filter((stint) => isRod(stint, rod)).map(({ id }) => id))
  const strikes = countOf(day.strikes.filter(({ stint }) => stint && stints.has(stint)))
  const holders = (day.trip.anglers ?? []).filter((angler) => holds(day, angler, rod))
  const [kind, colour] = lure.name.split(/, (.*)/)
  return (
    <Target
      className={`rod ${level}`}
      aria-pressed={mine}
      data-in-hand={mine || undefined}
      aria-label={`${lure.name}, ${text.levels[level]}, ${text.count(strikes)}${mine ? `, ${text.inHand}` : ''}`}
      onTap={onTap}
    >
      <span className="drawing">
        <LureDrawing lure={lure} width={92} decorative />
      </span>
      <Strokes count={strikes} />
      <span className="name">
        <strong>{kind}</strong>
        <span>{colour}</span>
      </span>
      {holders.length > 0 && <em className="holders">{holders.map((name) => name.charAt(0)).join(' ')}</em>}
      {first && <em className="level">{text.levels[level]}</em>}
    </Target>
  )
}
