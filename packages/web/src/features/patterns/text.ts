import { counted, decimals, listOf, percent, rate, whole } from '../../ui/locale.ts'

/** Words of the pattern book. */
export const text = {
  title: 'The pattern book',
  start: 'The pattern book of',
  water: 'Water',
  note: 'What stands out on this water beyond what chance would show, each judged on the trips after it was found. The book looks again when it has changed.',
  looking: (share: number) => `Looking through the water’s trips: ${percent(share)}`,
  stop: 'Stop',
  stopped: 'Stopped. Open the page again to look.',
  progress: 'Looking for patterns',
  none: (water: string) =>
    `On ${water} nothing stands out yet beyond what chance would show. Fish on; the book looks again after each trip.`,
  noTrips: 'No trip on any water yet.',
  strength: { strong: 'strong', leaning: 'leaning', 'no difference shown': 'does not stand out today' },
  rate: (value: number) => `${rate(value)} an hour`,
  times: (ratio: number, lower: number, upper: number) =>
    `${rate(ratio)} times the rest (likely ${rate(lower)} to ${Number.isFinite(upper) ? rate(upper) : 'any'})`,
  rests: (strikes: number, hours: number, trips: number) =>
    `${counted(strikes, 'strike')} in ${decimals(hours, 1)} hours on ${counted(trips, 'trip')}`,
  seasons: (seasons: readonly string[]) => listOf([...seasons]),
  first: (day: string) => `First seen ${day}.`,
  held: (held: number, trips: number) => `Held on ${whole(held)} of ${counted(trips, 'trip')} since`,
  since: (ratio: number | null) => (ratio === null ? '.' : `: ${rate(ratio)} times the rest.`),
  notSince: 'Not fished since.',
  tie: 'Tie on',
  lure: (name: string, value: number) => `${name}, ${rate(value)} an hour`,
  how: 'How',
  size: (median: string) => `Median fish ${median}.`,
  firm: (hours: number) => `About ${whole(Math.ceil(hours))} hours more, half of them elsewhere, would settle it.`,
  chance: (p: number) => `Could be chance: ${whole(Math.max(1, Math.round(100 * p)))} in 100.`,
  open: 'Open in the board',
  plan: 'Plan a day',
  pin: 'Pin',
  unpin: 'Unpin',
  strike: 'Strike out',
  back: 'Put back',
  struck: (count: number) => `Struck out: ${whole(count)}`,
  note_: 'Your note',
  saveNote: 'Save note',
  saved: {
    pin: 'Pattern pinned',
    unpin: 'Pattern unpinned',
    strike: 'Pattern struck out',
    back: 'Pattern put back',
    note: 'Note saved',
  },
  print: 'Print the booklet',
  season: 'Season',
  allYear: 'All year',
  answer: (count: number, water: string, season: string) => {
    const at = season === '' ? water : `${water} in ${season}`
    return count === 1 ? `One pattern stands out on ${at}.` : `${whole(count)} patterns stand out on ${at}.`
  },
  only: (water: string) => `Nothing new stands out on ${water}; what did before is below.`,
} as const
