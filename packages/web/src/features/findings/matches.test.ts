import { expect, it } from 'vitest'
import type { ClaimTrial } from '@jotbook/core'
import { closestToTell, hoursOfRule, matches } from './matches.ts'
import { runsOf } from './runsOf.ts'

const trial = (id: string, lure: string, ratio: number | null, dispute?: string): ClaimTrial =>
  ({ claim: { id, lure, ...(dispute ? { dispute } : {}) }, ratio }) as unknown as ClaimTrial
const TRIALS = [
  trial('C1', 'class=popper,walking topwater', 0.7, 'big or small'),
  trial('C2', 'class=popper', 1.9),
  trial('C3', '', null, 'big or small'),
  trial('C4', 'family=white', 1.2, 'big or small'),
]
const idsOf = (order: 'dispute' | 'class') =>
  matches(TRIALS, order).map(({ title, rivals }) => [title, rivals.map(({ claim }) => claim.id)])

it('puts rivals side by side, the best first, and a rule of two classes under both', () => {
  expect(idsOf('dispute')).toEqual([['big or small', ['C4', 'C1', 'C3']]])
  expect(idsOf('class')).toEqual([
    ['popper', ['C2', 'C1']],
    ['walking topwater', ['C1']],
    ['Any lure', ['C4', 'C3']],
  ])
})

it('leads from a rule to its hours, where they are one filter', () => {
  const rule = (when: string, lure: string) => ({ when, lure }) as unknown as ClaimTrial['claim']
  expect(hoursOfRule(rule('wind_mps=4..', 'class=popper'), 'Pond, old')).toBe(
    'water="Pond, old";wind_mps=4..;class=popper',
  )
  expect(hoursOfRule(rule('', 'class=popper'), '')).toBe('class=popper')
  expect(hoursOfRule(rule('sky_band=clear|wind_band=calm', ''), '')).toBeNull()
  expect(hoursOfRule(rule('', 'still'), '')).toBeNull()
  expect(hoursOfRule(rule('', ''), '')).toBeNull()
})

it('puts on cards what waits for hours of two rods alone, the closest to an answer first', () => {
  const waiting = (id: string, hoursNeeded: number | null, outcome = 'rate', verdict = 'too early') =>
    ({ claim: { id, outcome }, hoursNeeded, verdict }) as unknown as ClaimTrial
  const trials = [
    waiting('far', 90),
    waiting('near', 3),
    waiting('told', 1, 'rate', 'holds'),
    waiting('of strikes', 2, 'phase'),
    waiting('unknown', null),
    ...Array.from({ length: 9 }, (_, i) => waiting(`more ${i}`, 10 + i)),
  ]
  const ids = closestToTell(trials).map(({ claim }) => claim.id)
  expect(ids.slice(0, 2)).toEqual(['near', 'more 0'])
  expect(ids).toHaveLength(8)
})

it('draws neighbouring bands as one bar, and bands apart as two', () => {
  const bands = ['calm', 'ripple', 'chop', 'strong']
  expect(runsOf(['ripple', 'calm'], bands)).toEqual([[0, 1]])
  expect(runsOf(['strong', 'calm', 'ripple'], bands)).toEqual([
    [0, 1],
    [3, 3],
  ])
  expect(runsOf(['unknown'], bands)).toEqual([])
})
