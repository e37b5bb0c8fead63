import { counted, decimals, listOf, rate } from '../../ui/locale.ts'

/** Words of the plan once the day has come. */
export const text = {
  fields: { waterTempC: 'water', visibilityM: 'visibility', windMps: 'wind', cloudPct: 'cloud', airTempC: 'air' },
  moved: (what: string, read: string, expected: string) => `${what} ${read}, not ${expected}`,
  checking: 'Checking your plan against the first readings…',
  holds: 'The plan still holds.',
  asPlanned: 'The day begins as planned.',
  changed: (moved: readonly string[], down: readonly string[], up: readonly string[]) =>
    [
      ...(moved.length > 0 ? [`${capital(listOf(moved))}.`] : []),
      ...(down.length > 0 ? [`Down: ${few(down)}.`] : []),
      ...(up.length > 0 ? [`Up: ${few(up)}.`] : []),
    ].join(' '),
  beside: {
    title: 'The plan, and what came',
    rod: (expected: number, lower: number, upper: number) =>
      `expected ${rate(expected)} an hour, likely ${rate(lower)} to ${rate(upper)}`,
    came: (strikes: number, hours: number) =>
      `${counted(strikes, 'strike')} in ${decimals(hours, 1)} h: ${rate(strikes / hours)} an hour`,
    notFished: 'not fished',
    others: (strikes: number, hours: number) =>
      `Rods that were not in the plan: ${counted(strikes, 'strike')} in ${decimals(hours, 1)} h`,
    planned: (strikes: number, hours: number, expected: number) =>
      `Rods of the plan: ${counted(strikes, 'strike')} in ${decimals(hours, 1)} h, ${decimals(expected, 1)} expected for those hours.`,
    note: 'One trip proves little: a good plan has poor days. The plan page says how it did over all of them.',
    open: 'Open the plan',
  },
} as const

const NAMED = 2

/** Names hold commas of their own; more than two do not fit on the line. */
const few = (names: readonly string[]): string =>
  `${names.slice(0, NAMED).join('; ')}${names.length > NAMED ? `; ${counted(names.length - NAMED, 'more', 'more')}` : ''}`

const capital = (said: string): string => said.charAt(0).toUpperCase() + said.slice(1)
