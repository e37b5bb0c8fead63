import { counted, decimals, listOf, percent, rate, whole } from '../../ui/locale.ts'

const perHour = (value: number): string => `${rate(value)} an hour`
const hours = (value: number): string => `${decimals(value, value < 10 ? 1 : 0)} hours`
const times = (value: number): string => `${rate(value)} times`

interface SizeEnd {
  readonly name: string
  readonly weight: string
  readonly fish: number
}

/** Words of the desk: views that answer a question with a picture. */
export const text = {
  answer: 'Answer',
  all: 'All of it',
  asTable: 'The same as a table',
  noBound: 'no limit',
  fromWhat: 'Show the trips behind this',
  save: { label: 'Trips, save and print', svg: 'Save SVG', png: 'Save PNG', csv: 'Save CSV', print: 'Print' },
  origin: (book: string, day: string) => `${book}, ${day}`,
  unread: (parts: readonly string[]) => `Not used, because this book has nothing by that name: ${listOf(parts)}.`,
  nothing: {
    title: 'Nothing logged yet.',
    note: 'Log one trip with its stints, and the book begins to answer.',
    log: 'Log a trip',
  },
  noHours: {
    title: 'No hours logged for this question.',
    note: 'That is not a zero: you have not fished this yet. Remove a filter.',
    of: (condition: string) => `No hours with ${condition} logged for this question.`,
    ofNote: 'Read it on the water, remove a filter, or ask by something else.',
  },
  judgements: {
    strong: 'strong',
    leaning: 'leaning',
    'no difference shown': 'no difference shown',
    'too early': 'too early to say',
    'cannot tell': 'cannot tell',
  },
  rests: (strikes: number, spent: number, trips: number) =>
    `${counted(strikes, 'strike')} in ${hours(spent)} on ${counted(trips, 'trip')}.`,
  usual: (value: number) => `all together ${rate(value)}`,
  perHour: 'strikes an hour',
  groupedBy: 'Grouped by',
  nothingToCompare: 'nothing to compare',
  hours: 'hours',
  strikes: 'strikes',
  trips: 'trips',
  lower: 'likely from',
  upper: 'to',
  board: 'What produces in it?',
  pair: {
    start: 'The one, or the day it was fished:',
    or: 'or',
    first: 'One of two',
    second: 'The other',
    compare: 'Compare them',
  },
  when: {
    start: 'When do they bite, by',
    names: { along: 'Along', second: 'And', over: 'Lures and patterns over each other' },
    noSecond: 'nothing else',
    and: 'and',
    over: (names: readonly string[]) => (names.length === 0 ? 'all together' : listOf(names)),
    allTogether: 'All together',
    patterns: 'From the pattern book',
    asked: (along: string, under: string) => `Strikes an hour by ${along}${under === '' ? '' : `, ${under}`}`,
    window: (range: string, most: number, usual: number) =>
      `Best at ${range}: up to ${perHour(most)}, against ${rate(usual)} all together.`,
    windowAt: (place: string, most: number, usual: number) =>
      `Best near ${place}: up to ${perHour(most)}, against ${rate(usual)} all together.`,
    noWindow: (along: string, best: string, usual: number) =>
      `No ${along} stands out from the usual ${perHour(usual)}. Most come near ${best}, and that may be chance.`,
    tooEarly: (along: string) => `Too early to say by ${along}: this needs 5 hours and 3 trips.`,
    unknown: (value: number) => (value > 0.05 ? `Left out: ${hours(value)} without a reading.` : ''),
    edges: (sure: string, likely: string) => `Surely ${sure}; perhaps ${likely}.`,
    oneTrip: 'Rates are those of a middling trip: good and bad days are taken out.',
    picked: (range: string, strikes: number, spent: number) =>
      `${range}: ${counted(strikes, 'strike')} in ${hours(spent)}${spent > 0 ? `, ${perHour(strikes / spent)}` : ''}.`,
    pick: 'Drag over the curve, or type from and to.',
    from: 'from',
    to: 'to',
    curve: (along: string) => `Strikes an hour along ${along}, with the likely band; hours below, strikes above`,
    map: (first: string, second: string) => `Strikes an hour by ${first} and ${second}`,
    cell: (where: string, strikes: number, spent: number, value: number) =>
      `${where}: ${counted(strikes, 'strike')} in ${hours(spent)}, ${perHour(value)}`,
    mapBest: (where: string, value: number, usual: number) =>
      `Most come at ${where}: ${perHour(value)}, against ${rate(usual)} all together.`,
    noneStands: (what: string, usual: number) => `No ${what} stands out from the usual ${perHour(usual)} yet.`,
    mapKey: 'Ink is the rate, size the hours. Bare paper was not fished.',
    lureBest: (lure: string, where: string, value: number) => `${lure} is highest: ${perHour(value)} at ${where}.`,
    noCurve: (names: readonly string[]) => (names.length > 0 ? `Too few hours for ${listOf(names)}.` : ''),
    hoursBest: (hour: string, value: number, usual: number) =>
      `${hour}: ${perHour(value)}, against ${rate(usual)} all together.`,
  },
  compare: {
    start: 'Is it',
    or: 'or',
    end: ', or the day',
    names: { a: 'First', b: 'Second', of: 'Compare by' },
    column: 'Compare by another column',
    same: 'Choose two that differ.',
    few: 'There are not two of these to compare.',
    asked: (a: string, b: string) => `${a} against ${b}`,
    better: (a: string, b: string, ratio: number) => `${a} brings ${times(ratio)} as many strikes as ${b}.`,
    leaning: (a: string, b: string, ratio: number) => `${a} probably brings more than ${b}: ${times(ratio)} as many.`,
    alike: (a: string, b: string) => `No difference is shown between ${a} and ${b}.`,
    early: (a: string, b: string) => `Too early to say whether ${a} or ${b} is better.`,
    cannot: (a: string, b: string) => `Whether it is ${a}, ${b} or the day cannot be told from these trips.`,
    days: (share: number) =>
      share >= 0.95
        ? 'Nearly all of the plain difference is the days’.'
        : `${percent(share)} of the plain difference is the days’.`,
    mostlyDays: (a: string, crude: number) =>
      `${a} has ${times(crude)} the strikes an hour, but that is mostly the days it was thrown on.`,
    both: (trips: number, one: number) => `Both on ${counted(trips, 'trip')}, only one on ${whole(one)}.`,
    fishBoth: 'To settle it: fish both on the same trips, by plan.',
    test: 'The deck can run it for you: Day, Test two rods.',
    reasons: (planned: number, blank: number, unknown: number) =>
      `Picked up by plan ${counted(planned, 'time')}, because others were blank ${whole(blank)}, for no reason logged ${whole(unknown)}.`,
    rows: {
      crudeAll: 'All trips, plain',
      crude: 'The same trips, plain',
      within: 'Day taken out',
      other: 'Another way to take the day out',
      hook_up: 'Hooked of struck',
      lost: 'Lost of hooked',
      size: 'Weight of a fish',
    },
    main: 'the figure to go by',
    axis: (a: string, b: string) => `${a} over ${b}`,
    lines: 'Each line is a trip on which both were thrown; the thicker, the more hours.',
    picture: (a: string, b: string) => `Trips from ${a} to ${b}, and their ratios`,
    none: 'none',
    ratio: (name: string, value: number | null, lower: number, upper: number) =>
      value === null
        ? `${name}: nothing to compare`
        : `${name}: ${rate(value)}, likely ${rate(lower)} to ${Number.isFinite(upper) ? rate(upper) : 'any'}`,
  },
  size: {
    start: 'Bites or size, by',
    by: 'Grouped by',
    asked: (by: string, under: string) => `Fish an hour and their weight by ${by}${under === '' ? '' : `, ${under}`}`,
    both: (name: string) => `${name} brings the most fish and the heaviest.`,
    trade: (heavy: SizeEnd, many: SizeEnd) =>
      `Heaviest: ${heavy.name}, ${heavy.weight} a fish, ${rate(heavy.fish)} an hour. Most: ${many.name}, ${rate(many.fish)} an hour, ${many.weight} a fish.`,
    most: (name: string, weight: string, range: readonly [string, string], spent: number) =>
      `Most weight an hour: ${name}, ${weight} (likely ${range[0]} to ${range[1]}, from ${hours(spent)}).`,
    few: 'Too few fish were weighed or measured here to set bites against size.',
    tooFew: (names: number) => (names > 0 ? `${counted(names, 'group')} under 5 hours or 3 fish not drawn.` : ''),
    byLength: 'Weights are worked out from lengths: only their ratios hold.',
    measured: (share: number) => `${percent(share)} of the landed were measured.`,
    x: 'fish landed an hour',
    y: 'mean weight',
    line: 'What nothing beats in both is joined.',
    same: (weight: string) => `${weight} an hour`,
    picture: 'Fish landed an hour against their mean weight, with lines of equal weight an hour',
    big: {
      title: 'The big ones',
      what: (size: string) => `Big here is ${size} and more, the top tenth of what was measured under this question.`,
      few: 'Fewer than ten fish were measured: nothing is called big yet.',
      share: 'big ones for its hours',
      per100: 'in 100 hours',
      blank: 'a day without a fish',
      day: 'a day with a big one',
      of: (big: number, spent: number) => `${counted(big, 'big one')} in ${hours(spent)}`,
      note: 'A day is eight hours; good and bad days are allowed for. Over 1.0: more big ones than its hours would bring.',
    },
    limit: {
      title: 'Bites for a limit of five',
      note: (share: number, of: number) =>
        `${percent(share)} of the ${counted(of, 'bite')} whose end you told came into the boat.`,
      bites: 'bites',
      chance: 'chance of five in the boat',
    },
    weightPerHour: 'weight an hour',
    chance: 'unbeaten when trips are drawn anew',
  },
  bite: {
    start: 'How do they bite, by',
    by: 'Grouped by',
    asked: (by: string, under: string) => `From follow to landed, by ${by}${under === '' ? '' : `, ${under}`}`,
    says: (hooked: number, landed: number) =>
      `${percent(hooked)} of the strikes were hooked, and ${percent(landed)} of those landed.`,
    saysHooked: (hooked: number) => `${percent(hooked)} of the strikes were hooked.`,
    untold: 'No strike here tells what became of it.',
    worst: (name: string, share: number, usual: number) =>
      `${name} loses the most of what it hooks: ${percent(share)}, against ${percent(usual)} all together.`,
    stages: { follow: 'followed', strike: 'struck', hooked: 'hooked', landed: 'landed' },
    note: 'Each row narrows from strike to landed; follows stand before it as open strokes.',
    picture: 'Strikes, hooked and landed of each group, as narrowing bars',
    told: (told: number) =>
      `${counted(told, 'strike')} ${told === 1 ? 'tells what became of it' : 'tell what became of them'}.`,
    limits: (share: number, lower: number, upper: number) =>
      `${percent(share)} (${whole(100 * lower)} to ${whole(100 * upper)})`,
  },
  changes: {
    start: 'What changes the bite',
    asked: (under: string) => `What changes the bite${under === '' ? '' : `, ${under}`}`,
    edges: {
      'wind fell': 'Wind fell under 5 mph',
      'wind rose': 'Wind rose over 5 mph',
      'current stopped': 'Current stopped',
      'current started': 'Current came on',
      'clouds came': 'Clouds came over',
      'sun came out': 'Sun came out',
      'pressure falls': 'Pressure turned down',
      'pressure rises': 'Pressure turned up',
    },
    more: (change: string, ratio: number) =>
      `${change}: the hour after brought ${times(ratio)} what the same rods brought otherwise.`,
    none: 'No change that was read shows in the hour after it.',
    noReadings: 'No change of wind, current, cloud or pressure was read while you fished.',
    before: 'the hour before',
    after: 'the hour after',
    rest: 'rest of those trips',
    times: (count: number) => counted(count, 'time'),
    count: 'times',
    ratio: 'ratio',
    picture: 'Strikes an hour before and after each change, with the same rods',
    note: 'The same rods on the same trips; only hours fished.',
    unused: (parts: string) => `An hour cannot be taken out of its day here: ${parts} is not used.`,
    byClass: {
      title: 'By lure class',
      note: 'The hour after the change against the rest of those trips, each class by itself.',
      choose: 'After which change',
      none: 'No class was in hand in the hour after it.',
      rests: (after: number | string, rest: number | string, spent: number) =>
        `${typeof after === 'number' ? rate(after) : after} after, ${typeof rest === 'number' ? rate(rest) : rest} otherwise, ${decimals(spent, 1)} h`,
    },
    first: {
      title: 'After a first strike',
      note: 'What a quarter of an hour of fishing brings after a strike out of the blue, by kind of place.',
      all: 'any place',
      more: (each: number, firsts: number) => `${rate(each)} more to each of ${counted(firsts, 'first strike')}`,
      ratio: (value: number, lower: number, upper: number) =>
        `${times(value)} what the place gave at other times of the trip (${rate(lower)} to ${Number.isFinite(upper) ? rate(upper) : 'any'})`,
    },
    pitch: {
      title: 'Which pitch paid',
      note: (bites: number) => `${counted(bites, 'bite')} whose pitch was counted.`,
      which: (pitch: number) => `pitch ${whole(pitch)}`,
      line: (share: number, later: number) => `${percent(share)}; this pitch or a later one ${percent(later)}`,
      none: 'No strike tells its pitch.',
    },
    leaving: {
      title: 'Leave or stay',
      note: 'After so long without a strike at a place: the hour at the next place, and the hour of those who stayed. Who left may have seen why.',
      none: 'No move between named places was logged.',
      blank: (minutes: number) => `${whole(minutes)} minutes blank`,
      left: 'left',
      stayed: 'stayed',
      says: (minutes: number, left: number, stayed: number) =>
        `After ${whole(minutes)} minutes blank, leaving brought ${perHour(left)} and staying ${perHour(stayed)}.`,
      count: (times_: number, value: number | null) =>
        `${counted(times_, 'time')}${value === null ? '' : `, ${perHour(value)}`}`,
    },
  },
  where: {
    start: 'Where do they bite',
    asked: (under: string) => `Where they bite${under === '' ? '' : `, ${under}`}`,
    best: (place: string, value: number, usual: number) =>
      `${place} brings the most: ${perHour(value)}, against ${rate(usual)} all together.`,
    none: 'No place stands out from the others yet.',
    oneWater: 'Choose one water to see its chart.',
    chart: (water: string) => `${water}: strikes an hour by place; size is the hours fished`,
    spots: 'By spot',
    kinds: 'By kind of place',
    season: 'Kind of place by season',
    windblown: 'Windblown or not, by kind of place',
    spotsByWind: 'What each spot gives, by wind',
    noSpots: 'No spot of this water has hours yet.',
    noPosition: (count: number) => (count > 0 ? `${counted(count, 'spot')} without a position not drawn.` : ''),
    key: 'Ink is the rate, size the hours fished. A bare ring was not fished.',
  },
  seasons: {
    start: 'What does the year bring',
    asked: (under: string) => `The year${under === '' ? '' : `, ${under}`}`,
    best: (month: string, value: number, usual: number) =>
      `${month} is the best month: ${perHour(value)}, against ${rate(usual)} all together.`,
    none: (usual: number) => `No month stands out from the usual ${perHour(usual)} yet.`,
    ring: 'The year as a ring: strikes an hour by month from the middle outward, hours as the width of each month’s arc, water temperature around it',
    key: 'Each month reaches out as far as its rate; the dotted ring is the usual rate. Bare months were not fished.',
    legend: {
      rate: (usual: string) => `Dotted ring: the usual ${usual} strikes an hour`,
      hours: (most: string) => `Green ring: hours fished, at most ${most} in a month`,
      temperature: (low: string, high: string) => `Outer ring: water temperature, ${low} to ${high}`,
      fishYear: (season: string, from: string, to: string) => `${season}, ${from} to ${to}`,
    },
    week: {
      title: 'This week in other years',
      around: 'around',
      none: 'You were not out within a week of this date in any year.',
      line: (trips: number, strikes: number, spent: number) =>
        `${counted(trips, 'trip')}, ${counted(strikes, 'strike')} in ${hours(spent)}`,
      lures: (parts: readonly string[]) => (parts.length > 0 ? `Most strikes on ${listOf(parts)}.` : ''),
      lure: (name: string, strikes: number, spent: number) => `${name} (${whole(strikes)} in ${decimals(spent, 1)} h)`,
    },
    years: 'Year over year',
  },
  who: {
    start: 'Who brings the strikes',
    asked: (under: string) => `Rates by person${under === '' ? '' : `, ${under}`}`,
    alone: 'One person has fished these hours: there is nobody to compare with.',
    early: 'Too early to say who brings more on shared trips.',
    alike: 'On shared trips no difference between people is shown.',
    more: (name: string, ratio: number) => `On shared trips ${name} brings ${times(ratio)} the strikes of the others.`,
    unnamed: 'not named',
    none: 'no shared trip',
    picture: 'Each person against the others on shared trips',
    note: 'Only trips on which others fished, too; what they threw is not held alike.',
    axis: 'over the others aboard',
    plain: (value: number) => `${perHour(value)} on all own trips`,
  },
} as const
