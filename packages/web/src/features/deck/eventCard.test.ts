import { expect, it } from 'vitest'
import type { Trip } from '@jotbook/core'
import { cardOf, rulesFor } from './eventCard.ts'
import { cardFrom, textOfCard } from './sentCard.ts'

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

it('goes from book to book as a line in a message, and what is no card is none', () => {
  const card = {
    name: 'Club',
    ...cardOf({ ...SUMMER, deadFishG: 113.4, deadFishGTyped: '4 oz', scaleStep: '1 oz' }, ZONE),
  }
  expect(cardFrom(`For Saturday: ${textOfCard(card)} See you.`)).toEqual(card)
  expect(cardFrom(textOfCard({ ...card, id: 'x' } as typeof card))).toEqual(card)
  expect(cardFrom(textOfCard({ ...card, name: 'Club {A}' }))).toEqual({ ...card, name: 'Club {A}' })
  const broken = [
    '',
    'Club',
    '{"limit":5}',
    '{"name":"Club","limit":-1}',
    '{"name":"Club","scaleStep":"3 oz"}',
    '{"name":',
    '{"name":"\\ud800"}',
    '{"name":"Club","limit":"5"}',
    `{"name":"${'x'.repeat(3000)}"}`,
  ]
  expect(broken.map(cardFrom)).toEqual(broken.map(() => undefined))
})
