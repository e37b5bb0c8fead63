import { counted, decimals, rate, whole } from '../../ui/locale.ts'

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
  forecast: 'Forecast',
  waterTempC: 'Water',
  visibilityM: 'Visibility',
  wind: 'Wind',
  sky: 'Sky',
  atFirst: 'at first',
  later: 'later',
  usual: 'What you leave empty is what is usual then, as far as the book knows it.',
  skies: { clear: 'clear', partly: 'partly cloudy', mostly: 'mostly cloudy', overcast: 'overcast' },
  unread: (name: string) => `${name} cannot be read: write a plain number.`,
  badHours: 'The day ends before it begins.',
  learning: 'Reading every hour of the book',
  noWater: 'The book has no water yet.',
  value: (value: number, count: number) =>
    `With these ${counted(count, 'rod')} the best of each hour should bring ${rate(value)} strikes an hour.`,
  heavy: (count: number) => `These ${counted(count, 'rod')} promise most of what you asked for.`,
  levels: { top: 'Top', middle: 'Middle', bottom: 'Bottom' },
  range: (lower: number, upper: number) => `likely ${rate(lower)} to ${rate(upper)}`,
  own: (strikes: number, hours: number, trips: number) =>
    `${counted(strikes, 'strike')} in ${decimals(hours, 1)} hours of its own here, on ${counted(trips, 'trip')}`,
  noOwn: 'never fished here: told by its like and by other waters',
  rules: (says: readonly string[], more: number) =>
    `${says.length === 1 ? 'Rule' : 'Rules'}: ${says.join(' ')}${more > 0 ? ` (and ${counted(more, 'more rule')})` : ''}`,
  rather: (name: string) => `rather than ${name}`,
  toLearn: 'to learn of it: an hour’s test may pay on days like this',
  hourRate: (from: number, value: number) => `${whole(from)} o’clock: ${rate(value)}`,
  keep: 'Keep',
  kept: 'Kept',
  takeOut: 'Leave at home',
  bringBack: (name: string) => `Allow ${name} again`,
  out: 'Not to be carried',
  home: {
    title: 'Leave at home',
    crude: (crude: number, hours: number) => `${rate(crude)} an hour as counted in ${decimals(hours, 1)} hours`,
    foretold: (value: number) => `${rate(value)} foretold`,
    because: { 'good days': 'it was thrown on good days', 'others do better': 'others do better in this' },
  },
  worth: {
    asking: 'Trying the plan on your own past trips',
    earned: (trips: number, ratio: number, lower: number, upper: number) =>
      `Over your last ${counted(trips, 'trip')}, rods this plan would have picked brought ${rate(ratio)} times the strikes of your other rods (${rate(lower)} to ${rate(upper)}).`,
    notYet: (trips: number) =>
      `Tried on your last ${counted(trips, 'trip')}, rods this plan would have picked did not surely beat your other rods. It has not earned trust yet.`,
    harmful: 'Rods this plan would have picked brought less than your others. Go by your own head.',
    tooEarly: 'Too few trips to say whether this plan is worth following.',
  },
} as const
