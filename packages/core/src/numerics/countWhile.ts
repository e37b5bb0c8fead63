/**
 * How many of an ordered list come before the first that fails, by halving.
 *
 * Source     binary search: Knuth, The Art of Computer Programming 3 (1998) §6.2.1, from memory
 */
export function countWhile<T extends object | number | string>(
  list: ArrayLike<T>,
  holds: (item: T) => boolean,
): number {
  let [low, high] = [0, list.length]
  while (low < high) {
    const middle = (low + high) >> 1
    const item = list[middle]
    // Inside the list there always is one: `at` would cost more than the halving.
    if (item !== undefined && holds(item)) low = middle + 1
    else high = middle
  }
  return low
}
