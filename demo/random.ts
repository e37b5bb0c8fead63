/** A seeded source of uniform numbers in [0, 1): mulberry32 (public domain, T. Ettinger). For demo data only. */
export function seeded(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), state | 1)
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61)
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296
  }
}

/** Times between 0 and `hours` of a Poisson process of the given rate. */
export function arrivals(random: () => number, ratePerHour: number, hours: number): number[] {
  const times: number[] = []
  for (let at = waiting(random, ratePerHour); at < hours; at += waiting(random, ratePerHour)) times.push(at)
  return times
}

const waiting = (random: () => number, rate: number): number => -Math.log(1 - random()) / rate
