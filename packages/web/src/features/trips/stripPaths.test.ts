import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { IMPERIAL, workingDepth } from '@jotbook/core'
import { blankOf, bottomOf, pathsOf } from './stripPaths.ts'
import type { TripOnScreen } from './stripPaths.ts'

const MORNING = Date.UTC(2026, 2, 14, 12)
const at = (minute: number): string => new Date(MORNING + minute * 60_000).toISOString()
const MINUTES = 480

const stintArb = fc
  .record({
    from: fc.integer({ min: 0, max: MINUTES - 20 }),
    minutes: fc.integer({ min: 1, max: 120 }),
    depthM: fc.option(fc.double({ min: 0.5, max: 12, noNaN: true })),
    lureDepthM: fc.option(fc.double({ min: 0, max: 14, noNaN: true })),
    angler: fc.constantFrom('Rowan', 'Tilda'),
  })
  .map(({ from, minutes, ...rest }) => ({
    start: at(from),
    end: at(Math.min(MINUTES, from + minutes)),
    lure: 'l',
    trip: 't',
    ...rest,
  }))

const screenOf = (stints: readonly object[], strikes: readonly object[] = []): TripOnScreen =>
  ({
    trip: { id: 't', water: 'w', start: at(0), end: at(MINUTES), timeZone: 'UTC' },
    water: undefined,
    stints: stints.map((stint, i) => ({ id: `s${i}`, ...stint })),
    strikes: strikes.map((strike, i) => ({ id: `k${i}`, trip: 't', ...strike })),
    readings: [],
    lures: new Map(),
  }) as unknown as TripOnScreen

describe('the bottom of the strip', () => {
  it('lies over the whole day, in order, and never above a lure that swam there', () => {
    fc.assert(
      fc.property(fc.array(stintArb, { maxLength: 12 }), (stints) => {
        const bottom = bottomOf(screenOf(stints), MORNING, MORNING + MINUTES * 60_000)
        const sounded = stints.filter(({ depthM }) => depthM !== null)
        expect(bottom.length > 0).toBe(sounded.length > 0)
        if (bottom.length === 0) return
        expect([bottom[0]!.ms, bottom.at(-1)!.ms]).toEqual([MORNING, MORNING + MINUTES * 60_000])
        expect(bottom.every(({ ms }, i) => i === 0 || ms >= bottom[i - 1]!.ms)).toBe(true)
        for (const { ms, depthM } of bottom.slice(1, -1))
          for (const stint of sounded)
            if (Date.parse(stint.start) <= ms && Date.parse(stint.end) >= ms)
              expect(depthM).toBeGreaterThanOrEqual(Math.max(stint.depthM!, workingDepth(undefined, stint).depthM))
      }),
    )
  })
})

describe('the paths of the strip', () => {
  it('are one a person, hold every closed stint and every strike once, in order of time', () => {
    const strikeArb = fc.record({ minute: fc.integer({ min: 0, max: MINUTES }), stint: fc.option(fc.nat(11)) })
    fc.assert(
      fc.property(
        fc.array(stintArb, { minLength: 1, maxLength: 12 }),
        fc.array(strikeArb, { maxLength: 20 }),
        (stints, strikes) => {
          const screen = screenOf(
            stints,
            strikes.map(({ minute, stint }) => ({ time: at(minute), stint: stint === null ? null : `s${stint}` })),
          )
          const paths = pathsOf(screen, IMPERIAL)
          expect(new Set(paths.map(({ angler }) => angler)).size).toBe(paths.length)
          expect(paths.flatMap((path) => path.stints.map(({ id }) => id)).sort()).toEqual(
            screen.stints.map(({ id }) => id).sort(),
          )
          expect(paths.flatMap((path) => path.strikes.map(({ id }) => id)).sort()).toEqual(
            screen.strikes.map(({ id }) => id).sort(),
          )
          for (const path of paths)
            expect(path.strikes.every(({ ms }, i) => i === 0 || ms >= path.strikes[i - 1]!.ms)).toBe(true)
        },
      ),
    )
  })

  it('speak of the longest blank from an hour and a quarter on, raised fish or not', () => {
    const stint = { start: at(0), end: at(300), lure: 'l', trip: 't', angler: 'Rowan', depthM: null, lureDepthM: 2 }
    const blank = (...strikes: readonly (readonly [number, string])[]): number | undefined => {
      const found = blankOf(
        pathsOf(
          screenOf(
            [stint],
            strikes.map(([minute, outcome]) => ({ time: at(minute), stint: 's0', outcome })),
          ),
          IMPERIAL,
        ),
      )
      return found && (found.toMs - found.fromMs) / 60_000
    }
    expect(blank([60, 'landed'], [130, 'missed'], [200, 'lost'])).toBe(100)
    expect(blank([60, 'landed'], [130, 'missed'], [200, 'lost'], [250, 'raised'])).toBe(100)
    expect(blank([70, 'landed'], [140, 'missed'], [210, 'lost'], [280, 'landed'])).toBeUndefined()
  })
})
