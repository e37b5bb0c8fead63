import { counted, decimals, listOf, percent, rate, whole } from '../../ui/locale.ts'

/** What a row is held against: where rows are lures the others of their class, else such lures at other times. */
export type Like = 'lures' | 'hours'
const LIKE = {
  lures: 'the other lures of its class here',
  hours: 'lures like these here at other times',
} as const satisfies Record<Like, string>

interface Limits {
  readonly rate: number
  readonly lower: number
  readonly upper: number
}

/** Words of the board. */
export const text = {
  question: {
    start: 'What produces by',
    on: 'on',
    what: 'What produces on',
    in: 'in',
    with: 'with',
    of: 'of',
    and: 'and',
    by: 'by',
    each: 'each apart',
  },
  everyWater: 'any water',
  anyLure: 'any lure',
  anyClass: 'any class',
  names: {
    water: 'Water',
    lure: 'Lure',
    class: 'Lure class',
    by: 'Grouped by',
    split: 'Apart for each',
    more: 'One more condition',
  },
  addFilter: 'Add filter',
  remove: (filter: string) => `Remove filter ${filter}`,
  filterGroups: { conditions: 'Conditions', lure: 'Lure' },
  hoursBeside: (hours: number) => (hours > 0 ? `${decimals(hours, hours < 10 ? 1 : 0)} h` : '–'),
  noHoursFor: (names: readonly string[]) => `No hours logged for ${listOf([...names])}.`,
  sort: {
    label: 'Sort by',
    by: {
      rate: 'strikes per hour',
      paid: 'paid for its hours',
      strikes: 'strikes',
      hours: 'hours',
      name: 'name',
      order: 'order',
    },
  },
  saved: (book: string, day: string) => `${book}, ${day}`,
  neverPaid: (names: readonly string[]) =>
    `Never paid: ${listOf([...names])}. No strike in hours that would have brought three or more.`,
  rule: {
    make: 'Make this a rule',
    title: 'A rule of your own',
    name: 'The rule, as you would say it',
    says: (subject: string, better: boolean) => `${subject} brings ${better ? 'more' : 'less'} than all else.`,
    hours: (thrown: string, against: string, when: string) =>
      `${thrown === '' ? 'Every rod' : thrown} against ${against}; ${when === '' ? 'always' : `when: ${when}`}.`,
    or: ' or ',
    filters: 'Change the hours it speaks of',
    fields: { condition: 'When', lure: 'What is thrown', against: 'Against' },
    allElse: 'all else thrown then',
    sameBody: 'the same body in other colours',
    wrong: (why: string) => `The book cannot read that: ${why}.`,
    judged: 'Only trips from now on judge it: those that gave you the idea cannot prove it.',
    keep: 'Keep the rule',
    leave: 'Leave it',
    saved: 'Rule kept',
  },
  compareWith: 'Lure or day? Compare with',
  chooseOther: 'choose one',
  more: 'anything else',
  notApart: 'all together',
  apart: (column: string) => `apart for each ${column}`,
  mostThree: 'At most three.',
  back: 'Other filters',
  open: 'any',
  range: (unit: string) => `or any range${unit}`,
  from: 'from',
  to: 'to',
  use: 'Use',
  wrong: {
    plain: 'Write plain numbers, or leave one side empty.',
    oneSide: 'Give at least one side.',
    empty: 'The range is empty: “from” must be under “to”.',
  },
  unread: (parts: readonly string[]) => `Not used, because this book has nothing by that name: ${listOf(parts)}.`,
  rests: (strikes: number, hours: number, trips: number) =>
    `${counted(strikes, 'strike')} in ${decimals(hours, 1)} hours on ${counted(trips, 'trip')}`,
  fromWhat: 'Show the trips behind this',
  axis: {
    tally: 'strikes, and the hours behind them',
    perHour: 'strikes per hour',
    all: (value: number) => `all together ${rate(value)}`,
  },
  row: {
    counts: (trips: number) => counted(trips, 'trip'),
    hours: (hours: number) => `${decimals(hours, 1)} h`,
    limits: (lower: number, upper: number) => `${rate(lower)} to ${rate(upper)}`,
    weighed: (median: string, weighed: number, landed: number) => `${median} (${weighed} of ${landed})`,
    hooked: (share: number) => `${percent(share)} hooked`,
    tooEarly: 'too early',
    expectation: 'expected',
    strength: {
      strong: { better: 'better', worse: 'worse' },
      leaning: { better: 'probably better', worse: 'probably worse' },
    },
  },
  spindle: (value: number, lower: number, upper: number, raw: number) =>
    `${rate(value)} strikes per hour compared with what is usual here (${rate(raw)} as counted), likely range ${rate(lower)} to ${rate(upper)}`,
  tally: (strikes: number, hours: number) => `${counted(strikes, 'strike')} in ${decimals(hours, 1)} hours`,
  answer: {
    label: 'Answer',
    sentence: (subject: string, rests: string, { rate: value, lower, upper }: Limits, how: string) =>
      `${subject}: ${rests}. ${rate(value)} strikes per hour, likely range ${rate(lower)} to ${rate(upper)} (${how}).`,
    noStrike: (subject: string, rests: string, upper: number) =>
      `${subject}: ${rests}. No strike yet; likely under ${rate(upper)} per hour.`,
    expectation: (value: number, like: Like) =>
      `${like === 'lures' ? 'Similar lures here' : 'Lures like these here at other times'} would lead you to expect ${rate(value)} strikes per hour.`,
    how: (interval: 'trip' | 'exact', confidence: number) =>
      interval === 'trip'
        ? `${percent(confidence)}, allowing for good and bad days`
        : `${percent(confidence)}, from the counts alone`,
    early: 'Too early: this needs 5 hours, 3 trips and 5 expected strikes.',
    shrunken: (value: number, like: Like) =>
      `Compared with ${like === 'lures' ? 'similar lures here' : 'lures like these here at other times'}: ${rate(value)} strikes per hour.`,
    /** Said where it is more than a tenth. */
    clock: (ratio: number) =>
      ratio > 1.1
        ? `It was fished at better times of day than the rest (${rate(ratio)} times as good); the comparison allows for that.`
        : ratio < 1 / 1.1
          ? `It was fished at poorer times of day than the rest (${rate(ratio)} times as good); the comparison allows for that.`
          : '',
    strength: {
      strong: (better: boolean, like: Like) =>
        `${better ? 'Better' : 'Worse'} than ${LIKE[like]}. With all these rows to pick from, that could be chance less than 5 times in 100.`,
      leaning: (better: boolean, like: Like) => `Probably ${better ? 'better' : 'worse'} than ${LIKE[like]}.`,
      'no difference shown': (_better: boolean, like: Like) => `No clear difference from ${LIKE[like]}.`,
      'too early': () => '',
    },
    best: (chance: number, of: number) =>
      `Chance that it is the best of these ${whole(of)}: ${whole(100 * chance)} in 100.`,
    trips: (withStrike: number, trips: number) => `${whole(withStrike)} of the ${counted(trips, 'trip')} had a strike.`,
    hooked: (share: string) => `Hooked ${share}.`,
    landed: (share: string) => `Landed ${share} of those.`,
    share: (share: number, of: number, lower: number, upper: number) =>
      `${percent(share)} of ${whole(of)} (${whole(100 * lower)} to ${whole(100 * upper)})`,
    sizes: (median: string, heaviest: string, share: number) =>
      `Landed fish: median ${median}, heaviest ${heaviest}; ${percent(share)} weighed.`,
    notCounted: (raised: number, bycatch: number, same: number) => {
      const parts = [
        raised > 0 && counted(raised, 'follow'),
        bycatch > 0 && `${whole(bycatch)} by-catch`,
        same > 0 && `${whole(same)} the same fish again`,
      ]
      const said = parts.filter((part) => part !== false)
      return said.length > 0 ? `Not counted: ${listOf(said)}.` : ''
    },
  },
  bit: {
    title: 'How they bit',
    of: (subject: string) =>
      `${subject}: shares of its strikes. Not rates: an hour without a strike has no bite to tell of.`,
    choose: 'Strikes by',
    kinds: {
      phase: 'when it came',
      felt_as: 'felt as',
      set: 'how the hook was set',
      hook_position: 'where the hook sat',
      pitch: 'on which pitch',
      struck_level: 'level',
      struck_cover: 'cover',
    },
    limits: (share: number, lower: number, upper: number) =>
      `${percent(share)}, likely ${whole(100 * lower)} to ${whole(100 * upper)}`,
    landed: (share: string) => `${share} landed`,
    told: (told: number, strikes: number, kind: string) =>
      `${whole(told)} of ${counted(strikes, 'strike')} tell ${kind}.`,
    pause: (inPause: number, strikes: number, timeShare: number, pValue: number) =>
      `On the pause: ${whole(inPause)} of ${counted(strikes, 'strike')}. The lure stood still ${percent(timeShare)} of the time, which would bring ${decimals(strikes * timeShare, 0)}. ${
        pValue <= 0.05 ? 'That is hardly chance.' : 'That could well be chance.'
      }`,
  },
  costs: {
    cost: (value: number) => `A strike cost ${decimals(value, 2)} in worn lures.`,
    casts: (value: number) => `A strike every ${counted(Math.round(value), 'cast')}, where casts were counted.`,
  },
  explained: {
    range:
      'Likely range: nine times in ten the true rate is in here. It allows for good and bad days, and for strikes that come in flurries.',
    compared:
      'The large figure is compared with similar lures here: few hours are pulled towards what lures of the same class do on the same water, and hours at dawn are compared with hours at dawn. So it can differ from strikes divided by hours.',
    better:
      'Better or worse: than the other lures of its class on its water, with all rows to pick from. “Probably” could be chance 5 to 20 times in 100.',
    look: 'A look, not a verdict: look after every trip, and some day one row or another seems better. What stays true however often you look is marked confirmed under Findings, Rules.',
    early: 'Too early: under 5 hours, 3 trips or 5 expected strikes.',
    best: 'Chance of being the best: how often it would come out first if the trips were fished again.',
  },
  blankDays: (blank: number, trips: number, expected: number) =>
    `Some blank days may not be logged: ${whole(blank)} of ${counted(trips, 'trip')} ended without a strike, and about ${whole(expected)} should have. If so, every rate here is too high.`,
  leftOut: (trips: number, strikes: number, loose: number, stints: number) => {
    const parts = [
      trips > 0 &&
        `${counted(trips, 'trip')} whose hours are not logged by lure (${counted(strikes, 'strike')}, still counted for hook-up and size)`,
      loose > 0 && `${counted(loose, 'strike')} without a rod`,
      stints > 0 && `${counted(stints, 'stint')} without hours`,
    ].filter((part) => part !== false)
    return parts.length > 0 ? `Left out: ${listOf(parts)}.` : ''
  },
  nothing: {
    noTrips: 'Nothing logged yet.',
    noTripsNote: 'Log one trip with its stints, and the board shows its strikes per hour.',
    log: 'Log a trip',
    noHours: 'No hours logged for this question.',
    noHoursNote: 'That is not a zero: you have not fished this yet. Remove a filter.',
  },
  behind: {
    title: (subject: string) => `Trips behind this: ${subject}`,
    label: 'Trips behind this',
    trip: 'Trip',
    water: 'Water',
    hours: 'Hours',
    strikes: 'Strikes',
    which: 'Which',
    all: 'All of it',
    strike: (n: number, day: string) => `strike ${n} of ${day}`,
  },
  save: { label: 'Save or print', svg: 'Save SVG', png: 'Save PNG', csv: 'Save CSV', print: 'Print', file: 'board' },
  picture: (by: string, under: string) => `What produces, by ${by}${under === '' ? '' : `, ${under}`}`,
  result: {
    line: (trips: number, strikes: number, hours: number) =>
      `${counted(trips, 'trip')} · ${counted(strikes, 'strike')} in ${decimals(hours, 1)} h`,
    rate: (value: number) => `${rate(value)} strikes per hour`,
    none: 'Not fished yet',
    noHours: (strikes: number) => `${counted(strikes, 'strike')}, hours not logged`,
    hooked: (hooked: number, of: number) => `${whole(hooked)} of ${whole(of)} hooked`,
    median: (size: string) => `median fish ${size}`,
  },
  withoutHours: { title: 'Strikes without hours', note: 'No rate without hours, but hook-up and size count.' },
  small: { rows: (count: number) => `and ${counted(count, 'more row')}`, all: 'all of these' },
  moreRows: (count: number) => `Show ${counted(count, 'more row')}`,
} as const
