import { expect, it } from 'vitest'
import { demo, runJot } from './test/run.ts'
import type { Ended } from './test/run.ts'

/** The pattern book of the demo's pond, where one lure is planted (docs/demo.md). */
const jot = (...args: string[]): Ended => runJot(['patterns', ...args])

interface Told {
  readonly patterns: readonly {
    readonly season: string
    readonly where: string
    readonly says: string
    readonly rate: number
    readonly ratio: number
    readonly lower: number
    readonly upper: number
    readonly strength: string
    readonly foundOn: string
    readonly since: {
      readonly trips: number
      readonly hours: number
      readonly ratio: number
      readonly held: number
    } | null
    readonly how: Readonly<Record<string, unknown>>
    readonly lures: readonly { readonly lure: string }[]
  }[]
}

it('jot patterns finds the one lure of the pond in its calm, as two thirds of the trips would have, and it held on the last third', () => {
  const told = JSON.parse(
    jot('--bundle', demo, '--water', 'Pellock Mill Pond', '--permutations', '99', '--json').stdout,
  ) as Told
  const [first] = told.patterns
  expect(first).toMatchObject({ strength: 'strong', lures: [{ lure: 'Texas rig, junebug' }] })
  expect(first!.says).toMatch(/^lure=.*wind_band=calm/)
  expect([first!.lower > 1, first!.since!.ratio > 2, first!.since!.held > first!.since!.trips / 2]).toEqual([
    true,
    true,
    true,
  ])
  expect(first!.foundOn).toMatch(/^20\d\d-\d\d-\d\d$/)
  expect(Object.keys(first!.how).length).toBeGreaterThan(0)
  // Its filter is the board's.
  const board = runJot(['analyse', 'board', '--bundle', demo, '--by', 'water', '--where', first!.where, '--json'])
  const [row] = (JSON.parse(board.stdout) as { rows: { rate: number }[] }).rows
  expect(row!.rate).toBeCloseTo(first!.rate, 6)
  const nowhere = jot('--bundle', demo, '--water', 'Nowhere')
  expect([nowhere.status, nowhere.stderr]).toEqual([2, expect.stringContaining('no trip on Nowhere')])
})
