import { expect, it } from 'vitest'
import { CLAIMS } from '@jotbook/core'
import type { BoardRow } from '@jotbook/core'
import type { AskedQuestion } from './asked.ts'
import { againstWords, filterWords, ruleFault, ruleOf } from './ruleOf.ts'
import type { Naming } from './useNaming.ts'

const naming = {
  subject: (_question: AskedQuestion, group: readonly string[]) => group.join(' · '),
  filters: ({ where }: { where: readonly { column: string }[] }) => where.map(({ column }) => column).join(', '),
} as unknown as Naming
const asked = (by: readonly string[], where: AskedQuestion['where'] = []) => ({ by, where }) as AskedQuestion
const row = (group: readonly string[], better = true) => ({ group, better }) as unknown as BoardRow

it('makes of a row what is thrown, and of the rest when', () => {
  const wind = { kind: 'range', column: 'wind_mps', from: 4, to: null } as const
  expect(ruleOf(asked(['class', 'temp_band'], [wind]), row(['tube', '45..50F']), naming)).toEqual({
    name: 'tube · 45..50F brings more than all else.',
    condition: 'wind_mps=4..;temp_band=45..50F',
    lure: 'class=tube',
    against: '',
    outcome: 'rate',
  })
  expect(ruleOf(asked(['lure']), row(['a'], false), naming)).toMatchObject({ outcome: 'rate lower' })
})

it('makes no rule of hours alone: on one trip there is no other month to hold it against', () => {
  expect(ruleOf(asked(['month', 'temp_band']), row(['4', '45..50F']), naming)).toBeUndefined()
})

it('says filters in words, alternatives joined; what is no filter as it is written', () => {
  expect(filterWords('wind_mps=4..;class=tube | sky_band=clear', naming)).toBe('wind_mps, class or sky_band')
  expect(filterWords('on the fall', naming)).toBe('on the fall')
  expect(againstWords('same body', naming)).toBe('the same body in other colours')
  expect(againstWords('', naming)).toBe('all else thrown then')
})

it('finds nothing wrong with a copy of any rule of practice, and names what the book does not know', () => {
  for (const { says, when, lure, against, outcome } of CLAIMS)
    expect(ruleFault({ name: says, condition: when, lure, against, outcome }), says).toBeUndefined()
  expect(ruleFault({ name: 'Mine', condition: 'wind_mps=4.. | glitter=much' })).toMatch(/no column glitter/)
})
