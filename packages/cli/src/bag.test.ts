import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, it } from 'vitest'
import { demo, runJot } from './test/run.ts'
import type { Ended } from './test/run.ts'

const folder = mkdtempSync(join(tmpdir(), 'jot-bag-'))

function jotBag(plan: unknown, ...args: string[]): Ended {
  const file = join(folder, 'plan.json')
  writeFileSync(file, typeof plan === 'string' ? plan : JSON.stringify(plan))
  return runJot(['bag', '--bundle', demo, '--plan', file, ...args])
}

const step = (lures: string[], from = 7, to = 15) => ({ lures, from, to })
const PLAN = {
  water: 'Pellock Mill Pond',
  now: { water_temp_c: 20, wind_mps: 1 },
  event: { limit: 5, minLengthMm: 305, from: 7, to: 15, runBackMin: 30 },
  bag: [{ weightG: 900 }],
  strategies: [
    { name: 'numbers', steps: [step(['Texas rig, junebug'])] },
    { name: 'size', steps: [step(['Glide bait, trout'])] },
    { name: 'numbers, then size', steps: [step(['Texas rig, junebug'], 7, 12), step(['Glide bait, trout'], 12)] },
  ],
  targetG: 5000,
}

it('jot bag tells the bag of each strategy, the same for the same seed, and how surely one beats another', () => {
  const { status, stdout } = jotBag(PLAN, '--runs', '3000', '--json')
  expect(status).toBe(0)
  const { strategies, runs, seed } = JSON.parse(stdout) as {
    strategies: {
      name: string
      mean: number
      p10: number
      p50: number
      p90: number
      chanceLimit: number
      chanceTarget: number
      meanError: number
      against: { name: string; difference: number; error: number }
    }[]
    runs: number
    seed: number
  }
  expect([runs, seed, strategies.map(({ name }) => name)]).toEqual([3000, 1, ['numbers', 'size', 'numbers, then size']])
  const [numbers, size] = strategies
  // The one lure of the pond's calm against one that is hardly struck there (docs/demo.md).
  expect(numbers!.chanceLimit).toBeGreaterThan(size!.chanceLimit)
  expect(size!.against.difference).toBeLessThan(0)
  for (const { p10, p50, p90, meanError, chanceTarget } of strategies) {
    expect(900 <= p10 && p10 <= p50 && p50 <= p90).toBe(true)
    expect(meanError).toBeGreaterThan(0)
    expect(chanceTarget).toBeGreaterThanOrEqual(0)
  }
  expect(jotBag(PLAN, '--runs', '3000', '--json').stdout).toBe(stdout)
})

it.each([
  ['{', /is no JSON/],
  ['[]', /should hold an object/],
  [{ ...PLAN, event: { ...PLAN.event, limit: 0 } }, /event\.limit must be a number from 1/],
  [{ ...PLAN, event: { ...PLAN.event, limit: 2.5 } }, /event\.limit must be a whole number/],
  [{ ...PLAN, strategies: [{ name: 'a', steps: [step(['No such lure'])] }] }, /there is no lure No such lure/],
  [{ ...PLAN, water: 'Nowhere' }, /there is no water Nowhere/],
  [{ ...PLAN, bag: [{ weightG: 'heavy' }] }, /bag\[0\]\.weightG must be a number/],
  [{ ...PLAN, now: { phase_of_luck: 3 } }, /phase_of_luck/],
])('refuses %j in words', (plan, said) => {
  const { status, stderr } = jotBag(plan)
  expect([status, stderr]).toEqual([2, expect.stringMatching(said)])
})
