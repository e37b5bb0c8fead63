import { useState } from 'react'
import { HOUR_MS } from '@jotbook/core'
import type { BagNow, WayToFish } from '@jotbook/core/advice'
import { liveBag } from '@jotbook/core/deck'
import type { Angler } from '@jotbook/core/deck'
import { hoursText, percent } from '../../../ui/locale.ts'
import { deckNow } from '../deckSession.ts'
import type { PlacedRod } from '../levels.ts'
import { Target } from '../Target.tsx'
import type { Deck } from '../useDeck.ts'
import { Goal } from './Goal.tsx'
import { useAsOfNow } from './useAsOfNow.ts'
import { useAdviceNames } from './useAdviceNames.ts'
import { useAdviser } from './useAdviser.ts'
import { useWeights } from './useWeights.ts'
import { NO_AIM } from './weighInTarget.ts'
import type { Aim } from './weighInTarget.ts'
import { text } from './text.ts'

const words = text.weighIn

interface WeighInSheetProps {
  readonly deck: Deck
  readonly rods: readonly PlacedRod[]
  readonly angler: Angler
  readonly onDone: () => void
}

/** The bag as it is, what it may become, and by which rods. Worked out anew with every fish. */
export function WeighInSheet({ deck, rods, angler, onDone }: WeighInSheetProps) {
  const [aim, setAim] = useState<Aim>(NO_AIM)
  const { value: odds, problem } = useAdviser('bag', useAsOfNow(deck, { rods, angler }, aim))
  return (
    <main className="sheet">
      <header>
        <h1>{words.title}</h1>
        <Target className="quiet" onTap={onDone}>
          {text.close}
        </Target>
      </header>
      {problem && <p role="alert">{problem.detail}</p>}
      {odds && odds.hoursLeft === 0 && <p className="advised">{words.over}</p>}
      {odds && odds.hoursLeft > 0 && <p>{words.left(hoursText(odds.hoursLeft * 60))}</p>}
      {(odds ?? !problem) && <Odds odds={odds} deck={deck} />}
      <NextDay odds={odds} deck={deck} />
      <Goal trip={deck.day.trip} onAim={setAim} />
      <InTheWell deck={deck} angler={angler} />
      {odds && odds.bites.length > 0 && (
        <section aria-label={words.bites(odds.bites[0]?.bites ?? 1)}>
          <h2>{words.bites(odds.bites[0]?.bites ?? 1)}</h2>
          <ul className="figures">
            {odds.bites.map(({ bites, chance }) => (
              <li key={bites}>{words.bitesRow(bites, percent(chance))}</li>
            ))}
          </ul>
          <p>{words.bitesNote(percent(odds.keptShare))}</p>
        </section>
      )}
    </main>
  )
}

function Odds({ odds, deck }: { odds: BagNow | undefined; deck: Deck }) {
  const weightOf = useWeights()
  if (!odds) return <p role="status">{words.working}</p>
  if (odds.ways.length === 0) return odds.hoursLeft > 0 ? <p>{words.none}</p> : null
  const [first, second] = odds.ways
  return (
    <section aria-label={words.odds}>
      <h2>{words.odds}</h2>
      <ol className="ways">
        {odds.ways.map((way) => (
          <Way key={way.name} way={way} deck={deck} />
        ))}
      </ol>
      {first && second && <p>{aheadOf(first, second, weightOf)}</p>}
      <p>{words.oddsNote}</p>
    </section>
  )
}

/** By how much the first way is ahead of the next: in what it pays, else in weight where its runs tell. */
function aheadOf(first: WayToFish, second: WayToFish, weightOf: (grams: number) => string): string {
  if (first.pays !== null && second.pays !== null) return words.paysMore(words.sum(first.pays - second.pays))
  const { against } = first
  const isAhead = against && against.difference > 2 * against.error
  return isAhead ? words.ahead(weightOf(against.difference), weightOf(2 * against.error)) : words.level
}

function Way({ way, deck: { day } }: { way: WayToFish; deck: Deck }) {
  const weightOf = useWeights()
  const names = useAdviceNames(day)
  const { then, stops } = way
  const [first, next] = stops
  const clockAt = (fromHours: number): string => names.clock(deckNow(day) + fromHours * HOUR_MS)
  return (
    <li>
      <span>
        {words.way(way.lures.map(names.lure))}
        {then && `, ${words.change(names.lure(then.lure), clockAt(then.fromHours))}`}
        {first &&
          `, ${next ? words.then(names.place(first.place), clockAt(next.fromHours), names.place(next.place)) : words.at(names.place(first.place))}`}
      </span>
      <strong>{weightOf(way.p50)}</strong>
      <span>
        {words.range(weightOf(way.p10), weightOf(way.p90))}
        {' · '}
        {words.limit(percent(way.chanceLimit))}
        {way.chanceTarget !== null && ` · ${words.target(percent(way.chanceTarget))}`}
        {way.pays !== null && ` · ${words.pays(words.sum(way.pays))}`}
        {way.chanceEvent !== null && ` · ${words.overAll(percent(way.chanceEvent))}`}
      </span>
    </li>
  )
}

/** How to fish the next day, by what is in hand then. */
function NextDay({ odds, deck: { day } }: { odds: BagNow | undefined; deck: Deck }) {
  const weightOf = useWeights()
  const names = useAdviceNames(day)
  if (!odds || odds.nextDay.length === 0) return null
  return (
    <section aria-label={words.nextDay}>
      <h2>{words.nextDay}</h2>
      <ul className="figures">
        {odds.nextDay.map(({ fromG, lures }, i) => (
          <li key={fromG}>
            {words.nextWay(
              odds.nextDay.length === 1 ? words.anyway : i === 0 ? words.withLess : words.from(weightOf(fromG)),
              words.way(lures.map(names.lure)),
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}

/** Fish in the well with their tags, and what one more of some sizes would add. */
function InTheWell({ deck: { day }, angler }: { deck: Deck; angler: Angler }) {
  const weightOf = useWeights()
  const { fish, limit, totalG, cull } = liveBag(day.strikes, day.trip, angler)
  const isFull = fish.length >= limit
  const gainOf = (grams: number): number => Math.max(0, isFull ? grams - (cull?.weightG ?? grams) : grams)
  return (
    <section aria-label={words.inBag}>
      <h2>
        {words.inBag}
        {totalG > 0 && `: ${weightOf(totalG)}`}
      </h2>
      {fish.length === 0 && <p>{words.empty}</p>}
      <ul className="figures">
        {fish.map(({ id, cullTag, weightG, dead }) => (
          <li key={id}>
            {words.fish(cullTag ?? '?', typeof weightG === 'number' ? weightOf(weightG) : words.unweighed)}
            {dead && `, ${words.dead}`}
          </li>
        ))}
      </ul>
      <h2>{words.adds}</h2>
      <ul className="figures">
        {SIZES_G.map((grams) => (
          <li key={grams}>
            {gainOf(grams) > 0
              ? words.addsRow(weightOf(grams), weightOf(gainOf(grams)))
              : words.addsNothing(weightOf(grams))}
          </li>
        ))}
      </ul>
    </section>
  )
}

const POUND_G = 453.59237
const SIZES_G = [1.5, 2, 3, 4, 5, 6].map((pounds) => pounds * POUND_G)
