import type { CourseName } from './course.ts'
import type { SkyEvent } from './dayLight.ts'
import { counted, decimals, listOf, rate, whole } from '../../ui/locale.ts'

const times = (ratio: number): string => decimals(ratio, 1)

/** Hours that follow each other as one span: `8 to 11`. */
function spans(hours: readonly number[]): string[] {
  const starts = hours.filter((hour) => !hours.includes(hour - 1))
  const ends = hours.filter((hour) => !hours.includes(hour + 1))
  return starts.map((from, i) => `${whole(from)} to ${whole((ends[i] ?? from) + 1)}`)
}

interface BookSays {
  readonly ratio: number
  readonly lower: number
  readonly upper: number
  readonly hours: number
  readonly trips: number
}

/** Words of the plan. */
export const text = {
  title: 'What to tie on',
  water: 'Water',
  date: 'Day',
  from: 'From',
  to: 'To',
  rods: 'Rods',
  for: 'For',
  objectives: { strikes: 'most strikes', weight: 'most weight', big: 'a big one' },
  forecast: 'The day, hour by hour',
  forecastNote: 'Drag a point, or type under it. Hours you do not touch follow the line between those you did.',
  waterTempC: 'Water',
  visibilityM: 'Visibility',
  expected: (temp: string, off: string) =>
    `Left empty, water and visibility are what the book expects there${temp ? `: ${temp}, give or take ${off}` : ''}.`,
  past: 'This day is past. The plan still uses everything in the book, later trips too.',
  courses: { wind: 'Wind', cloud: 'Cloud', air: 'Air', pressure: 'Pressure' } satisfies Record<CourseName, string>,
  atHour: (name: string, hour: number) => `${name}, ${whole(Math.floor(hour))} o’clock`,
  point: (name: string, hour: number) => `Point of ${name}, ${whole(Math.floor(hour))} o’clock`,
  notSaid: 'not said',
  clear: 'Clear the forecast',
  unread: (name: string) => `${name} cannot be read: write a plain number.`,
  badHours: 'The day ends before it begins.',
  learning: 'Reading every hour of the book',
  unanswered:
    'Log trips with their hours, the blank ones too, and the deck is worked out here. Until then, say what you expect of the day: the rules of practice that speak of it stand below.',
  noWater: 'The book has no water yet. Add one under Waters.',
  noLures: 'The book has no lures yet. Add what you own under Tackle, and the plan can choose among them.',
  value: (value: number, count: number) => {
    const rods =
      count === 1 ? 'this rod you should get' : `these ${counted(count, 'rod')} the best of each hour should bring`
    return `With ${rods} ${rate(value)} strikes an hour, counting how far the forecast may be off.`
  },
  heavy: (count: number) =>
    count === 1
      ? 'This rod promises most of what you asked for.'
      : `These ${counted(count, 'rod')} promise most of what you asked for.`,
  fewLures: (rods: number, lures: number) =>
    `You asked for ${counted(rods, 'rod')}, and the box holds ${counted(lures, 'lure')}: ${lures === 1 ? 'it is' : 'all of them are'} here.`,
  newWater: 'You have not fished here yet: this comes from your other waters and from rules of practice.',
  day: {
    promise: 'Best rod',
    perHour: 'an hour, if it comes as forecast',
    light: 'Light',
    lightNote: 'on the water; line: at the lures',
    noPlace: 'the water has no position',
    front: 'Front',
    frontNote: 'by pressure',
    noFront: 'say pressure',
    frontFrom: (time: string, phase: string) => `from ${time} ${phase}`,
    hour: (from: number, value: number, lower: number, upper: number) =>
      `${whole(from)} o’clock: ${rate(value)}, likely ${rate(lower)} to ${rate(upper)}`,
    events: {
      civilDawn: 'first light',
      sunrise: 'sunrise',
      sunset: 'sunset',
      civilDusk: 'last light',
      moonrise: 'moonrise',
      moonset: 'moonset',
    } satisfies Record<SkyEvent, string>,
  },
  levels: { top: 'Top', middle: 'Middle', bottom: 'Bottom' },
  range: (lower: number, upper: number) => `likely ${rate(lower)} to ${rate(upper)}`,
  own: (strikes: number, hours: number, trips: number) =>
    `${counted(strikes, 'strike')} in ${decimals(hours, 1)} hours of its own here, on ${counted(trips, 'trip')}`,
  noOwn: 'never fished here: judged by similar lures and other waters',
  rules: (says: readonly string[], more: number) =>
    `${says.length === 1 ? 'Rule' : 'Rules'}: ${says.join(' ')}${more > 0 ? ` (and ${counted(more, 'more rule')})` : ''}`,
  rather: (name: string, loss: number) =>
    loss >= 0.005 ? `with ${name} instead you would lose ${rate(loss)} an hour` : `${name} would do as well`,
  toLearn: 'to learn about it: an hour’s test may pay on days like this',
  how: 'Fish it:',
  howElsewhere: 'Elsewhere it paid:',
  hourRate: (from: number, value: number) => `${whole(from)} o’clock: ${rate(value)}`,
  keep: 'Keep',
  kept: 'Kept',
  takeOut: 'Leave at home',
  bringBack: (name: string) => `Allow ${name} again`,
  out: 'Not to be carried',
  home: {
    title: 'Leave at home',
    crude: (crude: number, hours: number) => `${rate(crude)} an hour as counted in ${decimals(hours, 1)} hours`,
    foretold: (value: number) => `${rate(value)} expected`,
    because: {
      'counted elsewhere': 'that was in other conditions, or luck',
      'others do better': 'others do better in this',
    },
  },
  worth: {
    asking: 'Testing the plan on your past trips',
    earned: (trips: number, ratio: number, lower: number, upper: number) =>
      `Over your last ${counted(trips, 'trip')}, rods this plan would have picked brought ${rate(ratio)} times the strikes of your other rods (${rate(lower)} to ${rate(upper)}, four times in five).`,
    notYet: (trips: number) =>
      `Tried on your last ${counted(trips, 'trip')}, rods this plan would have picked did not surely beat your other rods. It has not earned trust yet.`,
    harmful: 'Rods this plan would have picked brought less than your others. Go by your own head.',
    tooEarly: 'Too few trips to say whether this plan is worth following.',
  },
  calibration: {
    title: 'How well it foretold',
    note: 'Up: strikes that came to a stint. Across: strikes that were foretold of it. Bars: likely range.',
    foretold: 'strikes foretold of a stint',
    point: (expected: number, came: number) => `${decimals(expected, 2)} foretold, ${decimals(came, 2)} came`,
    rests: (stints: string) =>
      `${stints} stints, a tenth of them at each point, each foretold from earlier trips alone.`,
  },
  like: {
    title: 'Days like it',
    worth: (hours: number, value: number, lower: number, upper: number) =>
      `Your hours here are worth ${decimals(hours, 1)} hours in just these conditions: ${rate(value)} strikes an hour, likely ${rate(lower)} to ${rate(upper)}.`,
    none: 'No hour here was like it.',
    line: (likeness: string, strikes: number, hours: number) =>
      `${likeness} alike · ${counted(strikes, 'strike')} in ${decimals(hours, 1)} h`,
  },
  speak: {
    title: 'Rules of practice for these hours',
    none: 'No rule speaks of these conditions.',
    own: '(your own rule, judged by the trips since it was written)',
    hours: (hours: readonly number[]) => `(${listOf(spans(hours))} o’clock)`,
    against: 'Against it:',
    lures: (names: readonly string[], more: number) =>
      `Your ${names.join('; ')}${more > 0 ? `; ${whole(more)} more` : ''}.`,
    book: ({ ratio, lower, upper, hours, trips }: BookSays) =>
      `Your book: ${times(ratio)} times (likely ${times(lower)} to ${Number.isFinite(upper) ? times(upper) : 'any'}), from ${decimals(hours, 1)} h on ${counted(trips, 'trip')}.`,
    unknown: 'Your book has too few hours to say.',
    nearly: (count: number) => `${counted(count, 'rule')} nearly ${count === 1 ? 'speaks' : 'speak'}`,
    missing: (condition: string) => `It would need ${condition}.`,
  },
  reports: {
    title: 'Use a weather report or forecast (METAR, TAF)',
    fetch: 'Fetch from your weather station',
    paste: 'Or paste the text',
    hint: 'TAF XVAL 281130Z 2812/2912 20008KT …',
    use: 'Use it',
    from: (station: string) => `From ${station}. Is that near your water?`,
    thunder: 'Thunder is in the forecast.',
    otherHours: 'The forecast is of other hours than your plan’s.',
    nothing: 'Nothing in the text could be used.',
  },
  bench: 'Bench and shade card: running depth, fall, and these colours down there',
  packing: {
    title: 'Pack and pre-rig',
    day: (water: string, date: string, from: string, to: string) => `${water}, ${date}, ${from} to ${to}`,
    onPaper: (value: number, bestAt: readonly number[]) =>
      `${rate(value)} an hour${bestAt.length > 0 ? `; best rod ${listOf(spans(bestAt))} o’clock` : ''}.`,
    noRod: 'no rod in Tackle yet',
    line: (lb: number, kind: string) => `${whole(lb)} lb ${kind}`.trim(),
    leader: (lb: number) => `${whole(lb)} lb leader`,
    trebles: 'spare trebles',
    hook: (hook: string) => `${hook} hooks`,
    trailer: (trailer: string) => `${trailer} trailers`,
    spare: (count: number) => `${whole(count)} spare rigs tied`,
    always:
      'Life jackets, kill-switch lanyard, pliers and something to cut a hook with. Check local rules on lead, rigs and limits.',
  },
  saved: {
    title: 'Your plans',
    name: 'Name',
    hint: 'if the wind does not come',
    unnamed: 'Plan',
    save: 'Save plan',
    change: 'Save changes',
    another: 'Save as another',
    open: 'Open',
    remove: 'Delete',
    value: (value: string) => `${value} an hour`,
    against: (more: readonly string[], fewer: readonly string[]) =>
      more.length + fewer.length === 0
        ? 'Same rods as above.'
        : [
            ...(more.length > 0 ? [`It carries ${listOf(more)}`] : []),
            ...(fewer.length > 0 ? [`${more.length > 0 ? 'and not' : 'It does not carry'} ${listOf(fewer)}`] : []),
          ].join(', ') + '.',
  },
  print: 'Print',
  copied: 'The plan is in this page’s address: copy the link to share it.',
} as const
