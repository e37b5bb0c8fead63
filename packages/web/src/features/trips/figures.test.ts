import { expect, it } from 'vitest'
import { METRIC } from '@jotbook/core'
import { figuresOf } from './Figures.tsx'
import type { TripOnScreen } from './stripPaths.ts'

const screen = (purpose: 'tournament' | 'practice', weights: readonly (number | null)[]): TripOnScreen =>
  ({
    trip: { id: 't', water: 'w', start: '2026-04-01T12:00:00Z', end: '2026-04-01T20:00:00Z', purpose, limit: 2 },
    water: undefined,
    stints: [],
    readings: [],
    lures: new Map(),
    strikes: weights.map((weightG, i) => ({
      id: `k${i}`,
      trip: 't',
      time: `2026-04-01T13:0${i}:00Z`,
      outcome: 'landed',
      kept: true,
      weightG,
    })),
  }) as unknown as TripOnScreen
const bagOf = (of: TripOnScreen) => figuresOf(of, METRIC).find(([, name]) => name.startsWith('bag'))

it('says what a tournament’s bag came to, of the heaviest up to the limit', () => {
  expect(bagOf(screen('tournament', [1000, 1500, 700]))).toEqual(['2.5 kg', 'bag, 2 of 2'])
  expect(bagOf(screen('tournament', [1000, null]))).toEqual(['at least 1 kg', 'bag, 2 of 2'])
  expect(bagOf(screen('practice', [1000]))).toBeUndefined()
  expect(bagOf(screen('tournament', []))).toBeUndefined()
})
