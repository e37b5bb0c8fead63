import fc from 'fast-check'
import { expect, it } from 'vitest'
import { DAY_MS, HOUR_MS } from '@jotbook/core'
import { dayLight } from './dayLight.ts'

const PLACE = { latitude: 36.9, longitude: -85.1 }
/** Local midnight of the summer solstice's day there, and of the winter's. */
const JUNE = Date.UTC(2026, 5, 21, 6)
const DECEMBER = Date.UTC(2026, 11, 21, 6)
const STAINED = { depthM: 2, visibilityM: 0.6, tint: null }
const clear = (): number => 0
const wholeDay = (start: number, cloudAt = clear) => dayLight(PLACE, [start, start + DAY_MS], cloudAt, STAINED)

it('tells a quarter of an hour at a time what lies on the water, and less at the lure', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 364 }),
      fc.integer({ min: 0, max: 100 }),
      fc.double({ min: 0.1, max: 6, noNaN: true }),
      (day, cloud, depthM) => {
        const start = Date.UTC(2026, 0, 1, 6) + day * DAY_MS
        const { points } = dayLight(PLACE, [start, start + 6 * HOUR_MS], () => cloud / 100, { ...STAINED, depthM })
        expect(points).toHaveLength(25)
        for (const { surface, atLure } of points) {
          expect(surface).toBeGreaterThan(0)
          expect(atLure).toBeLessThan(surface)
        }
      },
    ),
    { numRuns: 30 },
  )
})

it('is brightest about noon, dark at midnight, and greyer under cloud', () => {
  const { points } = wholeDay(JUNE)
  const brightest = points.reduce((best, one) => (one.surface > best.surface ? one : best))
  // Noon of the sun at 85.1° W: 12 h + 85.1/15 h by Greenwich, and two minutes of the equation of time.
  expect(Math.abs(brightest.ms - Date.UTC(2026, 5, 21, 17, 42))).toBeLessThanOrEqual(HOUR_MS / 4)
  expect(brightest.surface).toBeGreaterThan(80_000)
  expect(points[0]!.surface).toBeLessThan(1)
  const overcast = wholeDay(JUNE, () => 1).points
  points.forEach(({ surface }, i) => expect(overcast[i]!.surface).toBeLessThanOrEqual(surface))
})

it('names what rises and sets within the hours, in order, and nothing else', () => {
  const { events } = wholeDay(JUNE)
  const sun = events.filter(({ what }) => !what.startsWith('moon')).map(({ what }) => what)
  expect(sun).toEqual(['civilDawn', 'sunrise', 'sunset', 'civilDusk'])
  expect(events.map(({ ms }) => ms)).toEqual([...events.map(({ ms }) => ms)].sort((a, b) => a - b))
  const lengthH = (start: number): number => {
    const found = new Map(wholeDay(start).events.map(({ what, ms }) => [what, ms]))
    return (found.get('sunset')! - found.get('sunrise')!) / HOUR_MS
  }
  // Day lengths at 36.9° N of the sunrise equation with 50′ of refraction and half-disc: cos h = (sin −0°50′ − sin φ sin δ)/(cos φ cos δ), δ = ±23.44°.
  const [phi, delta, edge] = [36.9, 23.44, -50 / 60].map((degrees) => (degrees * Math.PI) / 180) as [
    number,
    number,
    number,
  ]
  const byEquation = (sign: 1 | -1): number =>
    (2 *
      Math.acos((Math.sin(edge) - Math.sin(phi) * Math.sin(sign * delta)) / (Math.cos(phi) * Math.cos(sign * delta))) *
      12) /
    Math.PI
  expect(lengthH(JUNE)).toBeCloseTo(byEquation(1), 1)
  expect(lengthH(DECEMBER)).toBeCloseTo(byEquation(-1), 1)
  const morning = dayLight(PLACE, [JUNE + 3 * HOUR_MS, JUNE + 8 * HOUR_MS], clear, STAINED)
  expect(morning.events.map(({ what }) => what)).not.toContain('sunset')
})
