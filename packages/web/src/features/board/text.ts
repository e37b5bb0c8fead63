import { counted, decimals, listOf, percent, rate, whole } from '../../ui/locale.ts'

/** Words of the board. */
export const text = {
  question: { what: 'What produced on', in: 'in', with: 'with', of: 'of', and: 'and', by: 'by', each: 'each apart' },
  everyWater: 'every water',
  anyLure: 'any lure',
  anyClass: 'any class',
  names: { water: 'Water', lure: 'Lure', class: 'Lure class', by: 'Grouped by', split: 'Apart for each', more: 'One more condition' },
  more: 'anything else',
  notApart: 'all together',
  apart: (column: string) => `apart for each ${column}`,
  mostThree: 'At most three.',
  back: 'Other columns',
  open: 'leave it open',
  range: (unit: string) => `or any range${unit}`,
  from: 'from',
  to: 'to',
  use: 'Use',
  wrong: {
    plain: 'Write plain numbers, or leave one side empty.',
    oneSide: 'Give at least one side.',
    empty: 'The range is empty: “from” must be under “to”.',
  },
  rests: (strikes: number, hours: number, trips: number) => `${counted(strikes, 'strike')} in ${decimals(hours, 1)} hours on ${counted(trips, 'trip')}`,
  fromWhat: 'from what?',
  axis: { tally: 'strikes over the hours they took', perHour: 'an hour', all: (value: number) => `all of these ${rate(value)}` },
  row: {
    counts: (trips: number) => counted(trips, 'trip'),
    hours: (hours: number) => `${decimals(hours, 1)} h`,
    limits: (lower: number, upper: number) => `${rate(lower)} to ${rate(upper)}`,
    weighed: (median: string, weighed: number, landed: number) => `${median} (${weighed} of ${landed})`,
    hooked: (share: number) => `${percent(share)} hooked`,
    tooEarly: 'too early',
    strength: { strong: { better: 'more', worse: 'less' }, leaning: { better: 'leans to more', worse: 'leans to less' } },
  },
  spindle: (value: number, lower: number, upper: number, raw: number) => `${rate(value)} an hour (${rate(raw)} as counted), ${rate(lower)} to ${rate(upper)}`,
  tally: (strikes: number, hours: number) => `${counted(strikes, 'strike')} in ${decimals(hours, 1)} hours`,
  answer: {
    label: 'Answer',
    sentence: (subject: string, rests: string, value: number, lower: number, upper: number, how: string) =>
      `${subject}: ${rests}, ${rate(value)} an hour, ${rate(lower)} to ${rate(upper)} (${how}).`,
    how: (interval: 'trip' | 'exact', confidence: number) =>
      interval === 'trip' ? `knowing that trips differ, ${percent(confidence)}` : `exact, ${percent(confidence)}, as if strikes came singly`,
    early: 'Too early to say: under 5 hours, 3 trips or 5 expected strikes.',
    shrunken: (value: number) => `Held against its class on its water: ${rate(value)}.`,
    strength: {
      strong: (better: boolean) => `Surely ${better ? 'more' : 'less'} than the rest of its class here: the 95 % limits say so.`,
      leaning: (better: boolean) => `It leans to ${better ? 'more' : 'less'} than the rest of its class here.`,
      'no difference shown': () => 'No difference to the rest of its class here is shown.',
      'too early': () => '',
    },
    best: (chance: number, of: number) => `The best of these ${whole(of)}: ${whole(100 * chance)} in 100.`,
    trips: (withStrike: number, trips: number) => `${whole(withStrike)} of the ${counted(trips, 'trip')} had a strike.`,
    hooked: (share: string) => `Hooked ${share}.`,
    landed: (share: string) => `Landed ${share} of those.`,
    share: (share: number, of: number, lower: number, upper: number) => `${percent(share)} of ${whole(of)} (${whole(100 * lower)} to ${whole(100 * upper)})`,
    sizes: (median: string, heaviest: string, share: number) => `Landed fish: median ${median}, heaviest ${heaviest}; ${percent(share)} weighed.`,
    notCounted: (raised: number, bycatch: number, same: number) => {
      const parts = [raised > 0 && `${whole(raised)} raised`, bycatch > 0 && `${whole(bycatch)} by-catch`, same > 0 && `${whole(same)} the same fish again`]
      const said = parts.filter((part) => part !== false)
      return said.length > 0 ? `Not counted: ${listOf(said)}.` : ''
    },
  },
  blankDays: (blank: number, trips: number, expected: number) =>
    `Blank days seem not to have been logged: ${whole(blank)} of ${counted(trips, 'trip')} ended without a strike, about ${whole(expected)} would have. Every rate here is then too high.`,
  leftOut: (trips: number, strikes: number, loose: number, stints: number) => {
    const parts = [
      trips > 0 && `${counted(trips, 'trip')} whose hours are not known this finely (${counted(strikes, 'strike')}; they still tell of hook-up and size)`,
      loose > 0 && `${counted(loose, 'strike')} that belong to no stint`,
      stints > 0 && `${counted(stints, 'stint')} without hours`,
    ].filter((part) => part !== false)
    return parts.length > 0 ? `Left out: ${listOf(parts)}.` : ''
  },
  nothing: {
    noTrips: 'No trip in the book yet.',
    noTripsNote: 'A rate needs hours: log one trip with its stints and this board answers for it.',
    log: 'Log a trip',
    noHours: 'No hours were fished like that.',
    noHoursNote: 'Bare paper, not a zero: nobody has tried. Open one of the conditions again.',
  },
  behind: {
    title: (subject: string) => `From what? ${subject}`,
    label: 'From what?',
    trip: 'Trip',
    water: 'Water',
    hours: 'Hours',
    strikes: 'Strikes',
    which: 'Which',
    all: 'Everything asked for',
    strike: (n: number, day: string) => `strike ${n} of ${day}`,
  },
  save: { label: 'Save or print', svg: 'Save SVG', png: 'Save PNG', csv: 'Save CSV', print: 'Print', file: 'board' },
  picture: (by: string, under: string) => `What produced, by ${by}${under === '' ? '' : `, ${under.charAt(0).toLowerCase()}${under.slice(1)}`}`,
  small: { rows: (count: number) => `and ${counted(count, 'more row')}`, all: 'all of these' },
  moreRows: (count: number) => `Show ${counted(count, 'more row')}`,
} as const
