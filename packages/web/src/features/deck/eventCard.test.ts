import { expect, it } from 'vitest'
import type { Trip } from '@jotbook/core'
import { cardOf, rulesFor } from './eventCard.ts'

const ZONE = 'America/Chicago'
const event = (start: string, weighIn: string): Trip => ({ start, weighIn, limit: 5 }) as unknown as Trip
const SPRING = event('2026-03-08T12:00:00Z', '2026-03-08T20:00:00Z')
const SUMMER = event('2026-07-11T11:00:00Z', '2026-07-11T20:00:00Z')
const AUTUMN = event('2026-11-01T12:00:00Z', '2026-11-01T21:00:00Z')

// Clocks go forward on 8 March 2026 and back on 1 November: each of these weigh-ins is at three by the clock of its day.
it.each([
  [SPRING, SUMMER],
  [SUMMER, SPRING],
  [SUMMER, AUTUMN],
  [AUTUMN, SPRING],
])('has the weigh-in at the same hour of the clock, whatever clocks do on either day', (last, today) => {
  const card = cardOf({ ...last, scaleStep: '10 g' }, ZONE)
  expect(rulesFor(card, today, ZONE)).toMatchObject({ purpose: 'tournament', limit: 5, scaleStep: '10 g' })
  expect(card.weighInMin).toBe(15 * 60)
  expect(new Date(rulesFor(card, today, ZONE).weighIn as string)).toEqual(new Date(today.weighIn!))
})
