import { MINUTE_MS } from '@jotbook/core'
import { fishingTimeLeftMs, liveBag } from '@jotbook/core/deck'
import { useUnits } from '../../state/useBook.ts'
import { hoursText, quantity } from '../../ui/locale.ts'
import { Target } from './Target.tsx'
import { text } from './text.ts'
import type { Deck } from './useDeck.ts'

/** The bag as it would be weighed now, the fish to cull, and the time left with the run back taken off. */
export function Bag({ deck, nowMs, onOdds }: { deck: Deck; nowMs: number; onOdds: () => void }) {
  const units = useUnits()
  const { trip, strikes } = deck.day
  const { fish, limit, totalG, unweighed, cull, toWeigh, over } = liveBag(strikes, trip)
  const leftMs = fishingTimeLeftMs(trip, nowMs)
  const release = (): void => {
    if (cull)
      void deck.tap(text.said.culled, () => [{ kind: 'strike', id: cull.id, fields: { kept: false, cullTag: null } }])
  }
  return (
    <section className="bag" aria-label={text.bag.title}>
      <strong>
        {fish.length === 0
          ? text.bag.empty(limit)
          : text.bag.total(quantity(totalG, null, 'g', units.weight), Math.min(fish.length, limit), limit)}
        {unweighed > 0 && text.bag.unweighed(unweighed)}
      </strong>
      <Target className="quiet odds" onTap={onOdds}>
        {leftMs !== null && <span>{leftMs <= 0 ? text.bag.late : text.bag.left(hoursText(leftMs / MINUTE_MS))}</span>}{' '}
        <u>{text.bag.odds}</u>
      </Target>
      {!cull && fish.length >= limit && (
        <strong className={over > 0 ? 'weigh now' : 'weigh'}>
          {text.bag.weighFirst(
            over,
            toWeigh.map(({ cullTag }) => cullTag ?? '?'),
          )}
        </strong>
      )}
      {cull &&
        (over > 0 ? (
          <Target className="go" onTap={release}>
            {text.bag.over(over, cull.cullTag ?? '?')}
          </Target>
        ) : (
          <span>{text.bag.cull(cull.cullTag ?? '?')}</span>
        ))}
    </section>
  )
}
