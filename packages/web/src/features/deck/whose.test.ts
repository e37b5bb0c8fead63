import { expect, it } from 'vitest'
import { aboard, applied, comeAboard } from '@jotbook/core/deck'
import type { DeckDay } from '@jotbook/core/deck'
import { EVERYONE, chosenOf } from './whose.ts'

it('stays with who was chosen, and goes to the first aboard once that name is no longer there', () => {
  const alone = { trip: { id: 't', water: 'w', start: '2026-05-02T11:00:00Z' }, stints: [], strikes: [] } as unknown
  const before = alone as DeckDay
  expect(chosenOf(null, aboard(before))).toEqual([null])
  const after = applied(before, comeAboard(before, ['Tilda'], 'Rowan'))
  // Who fished alone had no name until then.
  expect(chosenOf(null, aboard(after))).toEqual(['Rowan'])
  expect(chosenOf('Tilda', aboard(after))).toEqual(['Tilda'])
  expect(chosenOf('Ash', aboard(after))).toEqual(['Rowan'])
  expect(chosenOf(EVERYONE, aboard(after))).toEqual(['Rowan', 'Tilda'])
})
