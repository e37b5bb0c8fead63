import { Body, GeoVector, MakeTime, RotateVector, Rotation_EQJ_EQD, SiderealTime } from 'astronomy-engine'
import { BoundedCache } from '../numerics/index.ts'
import { DAY_MS, HOUR_MS } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'

/** From the earth's centre on the equator of date, in earth radii. */
export type Vector = readonly [number, number, number]

/** The sun's place changes so evenly that one look a day is enough; the moon's, four. */
const NODE_MS = { sun: DAY_MS, moon: 6 * HOUR_MS } as const
export type SkyBody = keyof typeof NODE_MS

const EARTH_RADII_PER_AU = 149_597_870.7 / 6378.137

/** Ten years of days, or of quarters of the moon’s. */
const MOST_KNOWN = 15_000
const cachesOf = <V>() => ({
  sun: new BoundedCache<number, V>(MOST_KNOWN),
  moon: new BoundedCache<number, V>(MOST_KNOWN),
})

/** What was looked up once, by node: the ephemeris is the same for every place and trip. */
const nodes = cachesOf<Vector>()
/** The cubics between nodes, by interval: four coefficients for each axis, in shares of the interval. */
const cubics = cachesOf<Float64Array>()
const siderealAtMidnight = new BoundedCache<number, number>(MOST_KNOWN)

/**
 * Where sun or moon stands, from the earth's centre: a cubic through four looks at the ephemeris.
 *
 * Returned   the vector on the equator of date, in earth radii, written into `into`
 * Accuracy   0.0001° of the ephemeris itself: the cubic's error term 9/384·h⁴ with h a day of the sun's year and a quarter day of
 *            the moon's month
 * Source     astronomy-engine (VSOP87 and ELP, truncated), with aberration, precession and nutation
 */
export function placeOf(body: SkyBody, ms: EpochMs, into: Float64Array): void {
  const interval = Math.floor(ms / NODE_MS[body])
  const t = ms / NODE_MS[body] - interval
  const c = cubics[body].get(interval, () => cubicFrom(body, interval))
  for (let axis = 0; axis < 3; axis++)
    into[axis] = (c[axis] ?? 0) + t * ((c[3 + axis] ?? 0) + t * ((c[6 + axis] ?? 0) + t * (c[9 + axis] ?? 0)))
}

/** The cubic through the nodes at −1, 0, 1 and 2 of an interval. */
function cubicFrom(body: SkyBody, interval: number): Float64Array {
  const [before, from, to, after] = [-1, 0, 1, 2].map((i) => node(body, interval + i)) as [
    Vector,
    Vector,
    Vector,
    Vector,
  ]
  const c = new Float64Array(12)
  for (const axis of [0, 1, 2] as const) {
    const [a, b, d, e] = [before[axis], from[axis], to[axis], after[axis]]
    c.set([b], axis)
    c.set([d - a / 3 - b / 2 - e / 6], 3 + axis)
    c.set([(a + d) / 2 - b], 6 + axis)
    c.set([(e - a) / 6 + (b - d) / 2], 9 + axis)
  }
  return c
}

const node = (body: SkyBody, index: number): Vector => nodes[body].get(index, () => lookUp(body, index * NODE_MS[body]))

function lookUp(body: SkyBody, ms: EpochMs): Vector {
  const time = MakeTime(new Date(ms))
  const { x, y, z } = RotateVector(Rotation_EQJ_EQD(time), GeoVector(body === 'sun' ? Body.Sun : Body.Moon, time, true))
  return [x * EARTH_RADII_PER_AU, y * EARTH_RADII_PER_AU, z * EARTH_RADII_PER_AU]
}

/** The earth's turn in one solar day, in hours of sidereal time (mean; nutation moves it by less than a hundredth of a second a day). */
const SIDEREAL_HOURS_A_DAY = 24.06570982441908

/**
 * Greenwich apparent sidereal time.
 *
 * Given      UTC as epoch milliseconds
 * Returned   radians
 * Accuracy   that of the library’s value at the nearest day, and a hundredth of a second of the nutation between
 * Source     Astronomy Engine, `SiderealTime`; mean rate: Meeus, Astronomical Algorithms (1998) ch. 12
 */
export function siderealAngle(ms: EpochMs): number {
  const day = Math.floor(ms / DAY_MS)
  const midnight = siderealAtMidnight.get(day, () => SiderealTime(new Date(day * DAY_MS)))
  return ((midnight + (ms / DAY_MS - day) * SIDEREAL_HOURS_A_DAY) * Math.PI) / 12
}
