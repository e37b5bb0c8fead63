import { MINUTE_MS } from '@jotbook/core'
import type { EpochMs, Strike } from '@jotbook/core'
import { fishingTimeLeftMs, hasOwnBags, liveBag } from '@jotbook/core/deck'
import type { Angler, LiveBag } from '@jotbook/core/deck'
import { hoursText, quantity } from '../../ui/locale.ts'
import { useDeckUnits } from './scale.ts'
import { Target } from './Target.tsx'
import { text } from './text.ts'
import type { Deck } from './useDeck.ts'

interface BagProps {
  readonly deck: Deck
  /** Whose bag, where each has one of his own. */
  readonly angler: Angler
  readonly nowMs: EpochMs
  readonly onOdds: () => void
}

/** The bag as it would be weighed now, the fish to cull, and the time left with the run back taken off. */
export function Bag({ deck, angler, nowMs, onOdds }: BagProps) {
  const units = useDeckUnits()
  const { trip, strikes } = deck.day
  const bag = liveBag(strikes, trip, angler)
  const { fish, limit, totalG, unweighed, cull } = bag
  const total =
    fish.length === 0
      ? text.bag.empty(limit)
      : text.bag.total(quantity(totalG, null, 'g', units.weight), Math.min(fish.length, limit), limit)
  const leftMs = fishingTimeLeftMs(trip, nowMs)
  const release = (): void => {
    if (cull)
      void deck.tap(text.said.culled, () => [{ kind: 'strike', id: cull.id, fields: { kept: false, cullTag: null } }])
  }
  return (
    <section className="bag" aria-label={text.bag.title}>
      <strong>
        {hasOwnBags(trip) && angler !== null ? text.bag.of(angler, total) : total}
        {unweighed > 0 && text.bag.unweighed(unweighed)}
      </strong>
      <Target className="quiet odds" onTap={onOdds}>
        {leftMs !== null && <span>{leftMs <= 0 ? text.bag.late : text.bag.left(hoursText(leftMs / MINUTE_MS))}</span>}{' '}
        <u>{text.bag.odds}</u>
      </Target>
      <ToCull bag={bag} onRelease={release} />
    </section>
  )
}

/** The fish that goes first; what has to be weighed before it is known. */
function ToCull({ bag, onRelease }: { bag: LiveBag; onRelease: () => void }) {
  const { fish, limit, over, cull, toWeigh } = bag
  const tagOf = ({ cullTag }: Strike): string => cullTag ?? '?'
  if (fish.length < limit) return null
  if (!cull) {
    const said = toWeigh.length === 0 ? text.bag.allDead : text.bag.weighFirst(over, toWeigh.map(tagOf))
    return <strong className={over > 0 ? 'weigh now' : 'weigh'}>{said}</strong>
  }
  if (fish.length === limit) return <span>{text.bag.cull(tagOf(cull))}</span>
  return (
    <Target className={over > 0 ? 'go' : 'quiet'} onTap={onRelease}>
      {over > 0 ? text.bag.over(over, tagOf(cull)) : text.bag.cull(tagOf(cull))}
    </Target>
  )
}
