import { counted, decimals, rate } from '../../ui/locale.ts'

/** Words of the page one opens first. */
export const text = {
  title: 'Today',
  logTrip: 'Log a trip',
  toDeck: 'On the water',
  open: {
    title: 'Open',
    draft: 'A trip you began to type is waiting.',
    goOn: 'Go on logging',
    trip: (water: string, day: string) => `${water}, ${day}, has no end yet.`,
    close: 'Close it',
    toDeck: 'Back to the deck',
  },
  ends: {
    label: 'Loose ends',
    title: (count: number) => (count === 1 ? 'One loose end' : `${count} loose ends`),
    trip: (day: string, water: string, count: number) => `${day}, ${water}: ${counted(count, 'loose end')}`,
    more: (count: number) => `and ${counted(count, 'more trip')}`,
    none: 'No loose ends: every strike has its rod and its outcome.',
  },
  last: { title: 'Last trips', line: (strikes: number, hours: number) => `${counted(strikes, 'strike')} in ${decimals(hours, 1)} h`, all: 'All trips' },
  changed: {
    title: 'What the last trip changed',
    note: (water: string, day: string) => `${water}, ${day}: the lures thrown, by how far their strikes an hour moved (shrunk within class and water).`,
    from: (before: number, after: number) => `${rate(before)} → ${rate(after)}`,
    first: (after: number) => `first said: ${rate(after)}`,
    rests: (strikes: number, hours: number) => `now ${counted(strikes, 'strike')} in ${decimals(hours, 1)} h`,
    none: 'Nothing yet: a lure needs five hours, three trips and five expected strikes before a rate is worth a word.',
  },
  empty: {
    title: 'A book that counts the hours',
    lines: [
      'Strikes alone say little: five in ten hours on bad days and five in four on good ones are not the same lure.',
      'Log a trip with its stints, which lure was in hand from when to when, and the book divides.',
    ],
    old: 'Old notebooks and spreadsheets come in too, each as far as it goes.',
    bring: 'Bring files in',
  },
  caution:
    'Cold water, wind, lightning, hooks and lead can hurt. The book knows no warnings and no regulations: check local advisories and rules, wear the life jacket, and ask those licensed to know.',
} as const
