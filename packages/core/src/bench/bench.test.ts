import { describe, expect, it } from 'vitest'
import { toSi } from '../units/index.ts'
import { fallTime, lineSinksG, midColumn, runningDepth, suspenderWeighsG, waterDensity } from './index.ts'
import type { Falling, Line } from './index.ts'

const mono = (testLb: number): Line => ({ testLb, material: 'monofilament' })
const feet = (m: number): number => m / toSi(1, 'ft')

describe('running depth', () => {
  const diver = { depthM: toSi(7, 'ft'), line: mono(12) }

  it('is the trade’s: a two-inch diver of 7 ft on 12 lb runs 12 ft on 8 lb (common practice, no source)', () => {
    expect(feet(runningDepth(diver, mono(12)).depthM)).toBeCloseTo(7)
    expect(feet(runningDepth(diver, mono(8)).depthM)).toBeCloseTo(12)
    expect(runningDepth(diver, { testLb: 12, material: 'braid' }).depthM).toBeGreaterThan(diver.depthM)
  })

  it('is set right by own contacts with the bottom, the more the more there are', () => {
    const deeper = { depthM: toSi(9, 'ft'), line: mono(12) }
    const once = feet(runningDepth(diver, mono(12), [deeper]).depthM)
    const often = feet(runningDepth(diver, mono(12), Array(20).fill(deeper) as (typeof deeper)[]).depthM)
    expect(once).toBeGreaterThan(7)
    expect(often).toBeGreaterThan(once)
    expect(often).toBeLessThan(9)
    expect(often).toBeGreaterThan(8.7)
  })
})

describe('the fall', () => {
  const jig = (weightOz: number, bulk: Falling['bulk'] = 'usual'): Falling => ({
    weightG: weightOz * 28.3495,
    bulk,
    line: mono(12),
  })

  it('obeys the law of drag: four times the weight in half the time, four times the drag in twice', () => {
    const light = (weightG: number): number => fallTime({ weightG, bulk: 'usual', line: mono(0.0001) }, 5).seconds
    expect(light(5) / light(20)).toBeCloseTo(2, 2)
    expect(fallTime(jig(0.375), 6).seconds).toBeGreaterThan(2 * fallTime(jig(0.375), 3).seconds)
    // About three feet a second, as anglers say of a jig of 3/8 oz (common practice, no source).
    expect(feet(3) / fallTime(jig(0.375), 3).seconds).toBeGreaterThan(2.4)
    expect(feet(3) / fallTime(jig(0.375), 3).seconds).toBeLessThan(3.4)
  })

  it('is slower with more bulk, a thicker line, a floating line, and set right by own count-downs', () => {
    const usual = fallTime(jig(0.25), 6).seconds
    expect(fallTime(jig(0.25, 'bulky'), 6).seconds).toBeGreaterThan(1.2 * usual)
    expect(fallTime({ ...jig(0.25), line: mono(25) }, 6).seconds).toBeGreaterThan(usual)
    const counted = Array.from({ length: 30 }, () => ({ depthM: 6, seconds: 12, line: mono(12) }))
    expect(fallTime(jig(0.25), 6, counted).seconds).toBeGreaterThan(0.95 * 12)
    expect(fallTime(jig(0.25), 6, counted).seconds).toBeLessThan(12)
    expect(midColumn(jig(0.25), 6, counted)).toBeCloseTo(fallTime(jig(0.25), 3, counted).seconds)
  })

  it('takes fluorocarbon down and braid not (densities by handbook, from memory)', () => {
    expect(lineSinksG({ testLb: 12, material: 'fluorocarbon' })).toBeGreaterThan(5 * lineSinksG(mono(12)))
    expect(lineSinksG({ testLb: 12, material: 'braid' })).toBeLessThan(0)
  })
})

describe('a suspender', () => {
  it('goes by the density of water: Tanaka et al. (2001), table of values', () => {
    expect(waterDensity(4)).toBeCloseTo(999.975, 3)
    expect(waterDensity(20)).toBeCloseTo(998.207, 3)
    expect(waterDensity(30)).toBeCloseTo(995.65, 2)
  })

  it('that hung still in the cold sinks in warm water, and rises again', () => {
    expect(suspenderWeighsG(14, 7, 7)).toBe(0)
    expect(suspenderWeighsG(14, 7, 18)).toBeGreaterThan(0.01)
    expect(suspenderWeighsG(14, 18, 7)).toBeLessThan(-0.01)
  })
})
