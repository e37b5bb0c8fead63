import { calendarDay, counted, decimals, rate } from '../../ui/locale.ts'

/** Words of the page one opens first. */
export const text = {
  title: 'Today',
  logTrip: 'Log a trip',
  toDeck: 'Start a trip',
  open: {
    title: 'Open',
    draft: 'You have an unfinished trip.',
    goOn: 'Continue logging',
    trip: (water: string, day: string) => `${water}, ${day}, has no end yet.`,
    running: (water: string, day: string) => `${water}, ${day}: trip running.`,
    endNow: 'End now',
    ended: 'Trip ended.',
    close: 'Edit trip',
    toDeck: 'Back to the deck',
  },
  ahead: {
    label: 'What is ahead',
    title: 'What to tie on tomorrow',
    none: 'No plan yet. Where are you going?',
    planned: (day: string, water: string) => `${day}: ${water}`,
    today: 'Today',
    tomorrow: 'Tomorrow',
    on: (date: string) => calendarDay(date),
    value: (best: string) => `with the best rod of each hour ${best} strikes an hour`,
    anHour: (expected: string) => `${expected} an hour`,
    open: 'Open the plan',
    other: (name: string, water: string) =>
      name ? `Also for that day: ${name}, ${water}` : `Also for that day: ${water}`,
  },
  patterns: {
    title: 'New in the pattern book',
    first: (pattern: string) => `${pattern.charAt(0).toUpperCase()}${pattern.slice(1)} stands out for the first time.`,
    open: (water: string) => `The pattern book of ${water}`,
  },
  ends: {
    label: 'Things to fix',
    title: (count: number) => counted(count, 'thing to fix', 'things to fix'),
    trip: (day: string, water: string, count: number) =>
      `${day}, ${water}: ${counted(count, 'thing to fix', 'things to fix')}`,
    more: (count: number) => `and ${counted(count, 'more trip')}`,
    none: 'Nothing to fix: every strike has its rod and its result.',
  },
  last: {
    title: 'Last trips',
    noEnd: (strikes: number) => `${counted(strikes, 'strike')} so far`,
    noHours: (strikes: number) => `${counted(strikes, 'strike')}, hours not logged`,
    line: (strikes: number, hours: number) => `${counted(strikes, 'strike')} in ${decimals(hours, 1)} h`,
    all: 'All trips',
  },
  changed: {
    title: 'What the last trip changed',
    note: (water: string, day: string) =>
      `${water}, ${day}: the lures you fished, and how their strikes per hour changed (compared with similar lures here).`,
    from: (before: number, after: number) => `${rate(before)} → ${rate(after)}`,
    first: (after: number) => `first result: ${rate(after)}`,
    rests: (strikes: number, hours: number) => `now ${counted(strikes, 'strike')} in ${decimals(hours, 1)} h`,
    none: 'Too early: a lure needs 5 hours, 3 trips and 5 expected strikes.',
  },
  empty: {
    title: 'Count the hours, not only the fish',
    lines: [
      'Five strikes in ten hours and five in four hours are not the same lure.',
      'Log a trip with its stints (a stint: one lure in hand, from when to when), and the book works out strikes per hour.',
    ],
    old: 'You can also import old notebooks and spreadsheets.',
    bring: 'Import',
  },
  caution:
    'Cold water, wind, lightning, hooks and lead can hurt you. Jot Book does not know local warnings or regulations. Check them, wear your life jacket, and ask a licensed guide or the local authority.',
} as const
