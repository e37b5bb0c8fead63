import type { DeckDay } from '@jotbook/core/deck'
import { allLures } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { LureDrawing } from '../../charts/lures/LureDrawing.tsx'
import type { PlacedRod } from './levels.ts'
import { Target } from './Target.tsx'
import { text } from './text.ts'

interface RodsAboardProps {
  readonly day: DeckDay
  readonly rods: readonly PlacedRod[]
  readonly onOff: (rod: PlacedRod) => void
  /** A lure from the tackle comes on deck. */
  readonly onLure: (lure: { readonly id: string; readonly name: string }) => void
  readonly onTie: () => void
}

/** The rods on deck: one more from the tackle or newly made, and off again while it has not fished. */
export function RodsAboard({ day, rods, onOff, onLure, onTie }: RodsAboardProps) {
  const lures = useAppSelector(allLures)
  const spare = lures.filter(({ id }) => !rods.some(({ lure }) => lure === id))
  return (
    <section aria-label={text.daySheet.deck}>
      <h2>{text.daySheet.deck}</h2>
      <Target onTap={() => onTie()}>{text.daySheet.newLure}</Target>
      <ul className="rod-list">
        {rods.map((rod) => (
          <li key={`${rod.lure} ${rod.setup ?? ''}`}>
            <LureDrawing lure={rod.lureRecord} width={72} decorative />
            <span>{rod.lureRecord.name}</span>
            {!day.stints.some(({ lure }) => lure === rod.lure) && (
              <Target className="quiet" onTap={() => onOff(rod)}>
                {text.daySheet.off}
              </Target>
            )}
          </li>
        ))}
      </ul>
      <label className="from-tackle">
        <span>{text.daySheet.fromTackle}</span>
        <select
          value=""
          onChange={({ target }) => {
            const lure = spare.find(({ id }) => id === target.value)
            if (lure) onLure(lure)
          }}
        >
          <option value="" />
          {spare.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
    </section>
  )
}
