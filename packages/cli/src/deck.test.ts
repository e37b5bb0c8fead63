import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { demo, runJot } from './test/run.ts'
import type { Ended } from './test/run.ts'

/** What the command line ties on for the demo, where the truth is known (docs/demo.md). */
const jot = (...args: string[]): Ended => runJot(args)

interface Told {
  lure: string
  rate: number
  lower: number
  upper: number
}
interface Deck {
  rods: (Told & { level: string; reason: string; learn: boolean; when: { from: number; to: number; rate: number }[] })[]
  leftAtHome: { lure: string; reason: string }[]
  value: number
}
const deck = (...args: string[]): Deck => JSON.parse(jot('deck', '--bundle', demo, '--json', ...args).stdout) as Deck
const lures = ({ rods }: Deck): string[] => rods.map(({ lure }) => lure)

describe('jot deck', () => {
  it('ties on the one lure of the pond in its calm, and leaves it at home when the wind blows', () => {
    const on = (wind: number): Deck =>
      deck('--water', 'Pellock Mill Pond', '--now', `water_temp_c=20;visibility_m=0.5;wind_mps=${wind}`, '--rules', '0')
    const [calm, windy] = [on(1), on(6)]
    expect(calm.rods).toHaveLength(6)
    expect(new Set(calm.rods.map(({ level }) => level))).toEqual(new Set(['top', 'middle', 'bottom']))
    expect(calm.rods.find(({ lure }) => lure === 'Texas rig, junebug')?.reason).toMatch(
      /133 strikes in 29\.6 of its own hours here/,
    )
    expect(lures(windy)).not.toContain('Texas rig, junebug')
    expect(windy.leftAtHome.find(({ lure }) => lure === 'Texas rig, junebug')?.reason).toContain(
      'that was in other conditions, or luck',
    )
    expect(calm.value).toBeGreaterThan(windy.value)
  })

  it('reads a forecast hour by hour with its spread, carries the river’s wind lures for it, and not the lure of good days', () => {
    const file = join(mkdtempSync(join(tmpdir(), 'jot-deck-')), 'forecast.csv')
    const hours = Array.from(
      { length: 6 },
      (_, i) => `2026-10-10T${String(8 + i).padStart(2, '0')}:00:00-05:00,64,3,14,3,60`,
    )
    writeFileSync(file, ['time,water_temp_f,visibility_ft,wind_mph,wind_mph_sd,cloud_pct', ...hours].join('\n'))
    const { rods } = deck('--water', 'Quennor Reach', '--forecast', file)
    expect(rods.some(({ lure }) => /^(Spinnerbait|Squarebill|Wide plug|Bladed jig)/.test(lure))).toBe(true)
    expect(rods.map(({ lure }) => lure)).not.toContain('Lipless, chrome')
    expect(rods[0]?.when.map(({ from }) => from)).toEqual([8, 9, 10, 11, 12, 13])
    expect(rods.filter(({ learn }) => learn).length).toBeLessThanOrEqual(1)
  })

  it('reads a forecast as TAF, on whatever day that is; what it does not say of the water is as the book expects it', () => {
    const folder = mkdtempSync(join(tmpdir(), 'jot-deck-'))
    const file = (text: string): string => {
      const path = join(folder, `${text.length}.taf`)
      writeFileSync(path, text)
      return path
    }
    const taf = 'TAF XVAL 101130Z 1012/1018 20004KT 9999 SCT040 FM101500 20020KT 9999 OVC030='
    const { rods } = deck('--water', 'Quennor Reach', '--forecast', file(taf), '--rods', '4')
    expect(rods).toHaveLength(4)
    expect(rods[0]?.when).toHaveLength(6)
    const cancelled = jot(
      'deck',
      '--bundle',
      demo,
      '--water',
      'Quennor Reach',
      '--forecast',
      file('TAF XVAL 101130Z 1012/1018 CNL'),
    )
    expect([cancelled.status, cancelled.stderr]).toEqual([2, expect.stringContaining('cancelled (CNL)')])
  })

  it.each([
    [['--water', 'Nowhere', '--now', 'wind_mps=1'], 'there is no water Nowhere; the book has'],
    [['--water', 'Quennor Reach'], 'Give either --now or --forecast.'],
    [['--water', 'Quennor Reach', '--now', 'wind_mps=1', '--rods', '0'], '--rods takes a whole number from 1 to 40'],
    [
      ['--water', 'Quennor Reach', '--now', 'wind_mps=1', '--objective', 'fun'],
      '--objective takes strikes, weight, big',
    ],
    [['--water', 'Quennor Reach', '--now', 'wind_mps=1', '--hour', '25'], '--hour takes an hour of the clock'],
    [['--water', 'Quennor Reach', '--forecast', '/nowhere.csv'], 'There is no file /nowhere.csv.'],
  ])('refuses %j in words', (args, said) => {
    const { status, stderr } = jot('deck', '--bundle', demo, ...args)
    expect([status, stderr]).toEqual([2, expect.stringContaining(said)])
  })
})

it('jot predict tells every lure of the box, the best first, and how far off it may be', () => {
  const told = JSON.parse(
    jot('predict', '--bundle', demo, '--water', 'Pellock Mill Pond', '--now', 'water_temp_c=20;wind_mps=1', '--json')
      .stdout,
  ) as { rows: Told[]; edf: Record<string, number> }
  expect(told.rows).toHaveLength(42)
  expect(told.rows[0]?.lure).toBe('Texas rig, junebug')
  told.rows.forEach(({ rate, lower, upper }, i) => {
    expect(lower).toBeLessThan(rate)
    expect(upper).toBeGreaterThan(rate)
    expect(rate).toBeLessThanOrEqual(told.rows[i - 1]?.rate ?? Infinity)
  })
  expect(told.edf.trip).toBeGreaterThan(20)
})

it('jot backtest tries the plan on the demo’s own past', () => {
  const { trips, strikes, worth, calibration, skill } = JSON.parse(
    jot('backtest', '--bundle', demo, '--json').stdout,
  ) as {
    trips: number
    strikes: number
    worth: { ratio: number; lower: number; upper: number; verdict: string }
    calibration: { expected: number; observed: number; lower: number; upper: number }[]
    skill: { water: { lower: number; upper: number } }
  }
  expect(trips).toBe(135)
  expect(strikes).toBe(1314)
  // Truths are planted: there is something to know.
  expect(worth.verdict).toBe('earned')
  expect(worth.lower).toBeGreaterThan(1)
  expect(
    calibration.filter(({ expected, lower, upper }) => lower <= expected && expected <= upper).length,
  ).toBeGreaterThanOrEqual(5)
  expect(skill.water.lower).toBeGreaterThan(-0.03)
})
