import { at } from '../checked/index.ts'

/** How many of an ordered list come before the first that fails, by halving. */
export function countWhile<T>(list: ArrayLike<T>, holds: (item: T) => boolean): number {
  let [low, high] = [0, list.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (holds(at(list, middle))) low = middle + 1
    else high = middle
  }
  return low
}
