import type { RodGroup } from '../decisions/index.ts'
import type { Fish } from '../predict/index.ts'
import type { Beliefs, KnownWater } from './knownWater.ts'
import type { KnownRod, Way } from './waysToFish.ts'

/** Places that are weighed against the one where the boat lies, and hours fished from which a place is one of them. (ours) */
const [MOST_PLACES, FEWEST_HOURS] = [3, 1]
/** Changes of place are tried so far apart. */
const STEP_H = 0.5

/** What is weighed of a water's places. */
export interface PlacesAsked {
  /** Where the boat lies. */
  readonly here: string
  readonly known: KnownWater
  readonly fish: Fish
  /** Hours of fishing that are left. */
  readonly left: number
}

/**
 * One rod here to the end, or until some hour and then at a better place, the run between taken off: numbers here and size there, or the
 * other way.
 *
 * Given      the rod, where the boat lies, the water as it is known with its fish, hours that are left
 * Returned   ways to be played out; none where no other place was fished for an hour
 * Accuracy   every half hour is tried; the run is the usual gap between two places of this book, whichever they are
 */
export function waysByPlace(rod: KnownRod, { here, known, fish, left }: PlacesAsked): Way[] {
  const { places, travelHours } = known
  if (!places) return []
  const promise = (place: string): number => meanOf(places, place) * Math.exp(fish.shiftAt(place).shift)
  const others = places.keys
    .filter((place) => place !== here && places.fished(place).exposureHours >= FEWEST_HOURS)
    .sort((one, other) => promise(other) - promise(one))
    .slice(0, MOST_PLACES)
  if (others.length === 0) return []
  const at = (place: string): RodGroup => rodAt(rod, place, places, fish)
  const stay = { group: at(here), from: 0 }
  const lures = [rod.lure]
  const moves = others.flatMap((place) => {
    const there = at(place)
    const hours = Array.from({ length: Math.ceil((left - travelHours) / STEP_H) }, (_, i) => i * STEP_H)
    return hours.map((change): Way => ({
      lures,
      then: null,
      stops: [...(change > 0 ? [{ place: here, fromHours: 0 }] : []), { place, fromHours: change }],
      steps: [
        { ...stay, to: change },
        { group: there, from: change + travelHours, to: left },
      ],
    }))
  })
  return [{ lures, then: null, stops: [{ place: here, fromHours: 0 }], steps: [{ ...stay, to: left }] }, ...moves]
}

/** Flurries an hour at a place. */
function meanOf(places: Beliefs, place: string): number {
  const { shape, rate } = places.of(place)
  return shape / rate
}

/**
 * A rod as it fishes at one place: its rate goes up or down as the place's does against all places, its fish are heavier or lighter as the
 * place's are. What is not known of the rod and of the place adds up.
 */
function rodAt({ lure, group }: KnownRod, place: string, places: Beliefs, fish: Fish): RodGroup {
  const all = places.keys.reduce(
    (sum, key) => {
      const { events, exposureHours } = places.fished(key)
      return { events: sum.events + events, hours: sum.hours + exposureHours }
    },
    { events: 0, hours: 0 },
  )
  const rate = ((group.rate.shape / group.rate.hours) * meanOf(places, place) * all.hours) / all.events
  const shape = 1 / (1 / group.rate.shape + 1 / places.of(place).shape)
  const { shift, error } = fish.shiftAt(place)
  const { own, ...weights } = group.weights
  return {
    ...group,
    name: `${lure}@${place}`,
    rate: { shape, hours: shape / rate },
    weights: {
      ...weights,
      mean: weights.mean + shift,
      error: Math.hypot(weights.error, error),
      ...(own ? { own: own.map((grams) => grams * Math.exp(shift)) } : {}),
    },
  }
}
