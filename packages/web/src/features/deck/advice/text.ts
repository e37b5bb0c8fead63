import type { EpochMs, Interval, TwoRodVerdict, WatchedEdge } from '@jotbook/core'
import type { AdviceWorth, DeckAdvice, RodAround, ToTry } from '@jotbook/core/advice'
import { counted, decimals, hoursText, listOf, percent, rate } from '../../../ui/locale.ts'

const EDGES: Readonly<Record<WatchedEdge, string>> = {
  'wind fell': 'The wind fell under 5 mph',
  'wind rose': 'The wind rose over 5 mph',
  'current stopped': 'The current stopped',
  'current started': 'The current started',
  'clouds came': 'Clouds came over',
  'sun came out': 'The sun came out',
  'pressure falls': 'The pressure turned down',
  'pressure rises': 'The pressure turned up',
}

/** *one day in four*, for a chance of a quarter or less. */
const oneDayIn = (chance: number): string => `one day in ${Math.max(2, Math.round(1 / Math.max(chance, 0.005)))}`

interface Naming {
  readonly lure: (id: string) => string
  readonly place: (id: string) => string
  readonly clock: (ms: EpochMs) => string
}

/** Words of the deck's advice: one line to be read at a glance, and the figures behind it. */
export const text = {
  title: 'What your book says',
  why: 'Why',
  done: 'Doing it',
  notNow: 'Not now',
  close: 'Close',
  pickUp: (lure: string) => `Pick up ${lure}`,
  changed: 'What did you change?',
  rests: (trips: number, hours: number) =>
    trips === 0
      ? 'There are no earlier trips on this water.'
      : `From ${counted(trips, 'trip')} and ${Math.round(hours)} h on this water, before today.`,
  saidDone: (line: string) => `Advice followed: ${line}`,
  saidNotNow: 'No more of this today',
  leaveAt: (clock: string) => `If nothing comes, it is time to leave this place at ${clock}.`,
  stayOn: 'There is no better time to leave this place today.',
  worth: ({ followed, notFollowed, ratio }: Pick<AdviceWorth, 'followed' | 'notFollowed' | 'ratio'>) =>
    ratio
      ? `You followed this ${counted(followed, 'time')}: ${decimals(ratio.ratio, 1)} times the strikes of the hours you did not, likely ${decimals(ratio.lower, 1)} to ${decimals(ratio.upper, 1)}.`
      : `On earlier trips you followed this ${counted(followed, 'time')} and did not ${counted(notFollowed, 'time')}: too early to say whether it helps.`,
  line: (advice: DeckAdvice, { lure, clock }: Naming): string => {
    switch (advice.about) {
      case 'dry spell':
        return advice.better
          ? `${hoursText(advice.minutes)} blank: ${oneDayIn(advice.chance)}. Better now: ${lure(advice.better.lure)}`
          : `${hoursText(advice.minutes)} blank: ${oneDayIn(advice.chance)} is like that even when it is good`
      case 'time to move':
        return `Time to move: ${counted(advice.strikes, 'strike')} here in ${hoursText(advice.hours * 60)}`
      case 'stay':
        return `Stay: ${decimals(advice.further, 1)} more usually follow until ${clock(advice.untilMs)}`
      case 'bite':
        return `${advice.strikes} of ${advice.of} ${advice.seen}. ${advice.advice}`
      case 'change':
        return `${EDGES[advice.edge]}.${advice.best ? ` Better in the hour after it: ${lure(advice.best.lure)}` : ' The rod in hand did best after it'}`
      case 'follow up':
        return `Follow up with ${lure(advice.catcher.lure)}: ${rate(advice.catcher.rate)} an hour after a find`
      case 'pitches':
        return `Bites by pitch: ${listOf(advice.shares.slice(0, 3).map(({ pitch, share }) => `${ordinal(pitch)} ${percent(share)}`))}`
    }
  },
  reasons: (advice: DeckAdvice, { lure, place, clock }: Naming): string[] => {
    switch (advice.about) {
      case 'dry spell':
        return [
          `${lure(advice.lure)} has gone ${hoursText(advice.minutes)} without a strike. As good as your book has it here, ${oneDayIn(advice.chance)} brings a blank that long: days differ, and today's luck is counted.`,
          `It becomes one day in ten at ${clock(advice.oneInTenAtMs)}.`,
          `${lure(advice.own.lure)}: ${counted(advice.own.strikes, 'strike')} in ${decimals(advice.own.hours, 1)} h here; ${rate(advice.own.rate)} an hour expected now.`,
          ...(advice.better
            ? [
                `${lure(advice.better.lure)}: ${counted(advice.better.strikes, 'strike')} in ${decimals(advice.better.hours, 1)} h here; ${rate(advice.better.rate)} an hour expected now.`,
              ]
            : []),
        ]
      case 'time to move':
        return [
          `${place(advice.place)}: ${counted(advice.strikes, 'strike')} in ${hoursText(advice.hours * 60)} today.`,
          `In what is left of the day: ${decimals(advice.ifLeaving, 1)} strikes by leaving now, ${decimals(advice.ifStaying, 1)} by staying a little longer. ${counted(advice.travelMin, 'minute')} of travel are taken off.`,
        ]
      case 'stay':
        return [
          `After a first strike ${advice.place === 'all' ? 'on this water' : `at this kind of place (${advice.place})`}, ${decimals(advice.further, 1)} more came within 15 min on average, of ${counted(advice.firsts, 'first strike')}.`,
          `That chance is used up at ${clock(advice.untilMs)}.`,
        ]
      case 'bite':
        return [`${advice.strikes} of ${advice.of}: ${advice.seen}.`, advice.reading, advice.advice]
      case 'change':
        return [
          `${EDGES[advice.edge]} at ${clock(advice.atMs)}. What your rods did in the hour before and after it on other days, here:`,
          ...advice.rods.map((rod) => around(rod, lure)),
        ]
      case 'follow up':
        return [
          `Within 30 min of a strike or swirl at the surface, ${lure(advice.catcher.lure)} had ${counted(advice.catcher.strikes, 'strike')} in ${decimals(advice.catcher.hours, 1)} h.`,
          `Otherwise it brings ${rate(advice.catcher.usual)} an hour here. So few hours say little, so the figure lies between.`,
        ]
      case 'pitches':
        return [
          `Of ${counted(advice.bites, 'bite')} here whose pitch you logged:`,
          ...advice.shares.map(({ pitch, share }) => `${ordinal(pitch)} pitch: ${percent(share)}`),
        ]
    }
  },
  ahead: {
    title: 'The deck for the hours ahead',
    working: 'Working it out…',
    note: 'Your rods, the best first, for three hours like the last reading. From all your trips, today among them.',
    rod: (foretold: (Interval & { readonly rate: number }) | undefined, isNew: boolean) =>
      [
        foretold ? `${rate(foretold.rate)} an hour, likely ${rate(foretold.lower)} to ${rate(foretold.upper)}` : '',
        isNew ? 'to tie on' : '',
      ]
        .filter(Boolean)
        .join(', '),
    same: 'Nothing in the box is worth a new knot.',
    swap: (up: readonly string[], down: readonly string[]) =>
      `Tie on ${listOf([...up])} in place of ${listOf([...down])}.`,
    lay: 'Lay this deck',
    laid: (lures: readonly string[]) => `Laid on deck: ${listOf([...lures])}`,
  },
  weighIn: {
    title: 'Weigh-in',
    working: 'Working out the odds…',
    none: 'There are no odds: this water never gave a strike in your book, or no rod lies ready.',
    over: 'No time is left to fish.',
    left: (time: string) => `${time} left to fish, the run back taken off.`,
    inBag: 'In the well',
    empty: 'No fish kept yet.',
    fish: (tag: string, weight: string) => `tag ${tag}: ${weight}`,
    unweighed: 'not weighed',
    dead: 'dead',
    adds: 'What one more fish adds',
    addsRow: (fish: string, gain: string) => `${fish} adds ${gain}`,
    addsNothing: (fish: string) => `${fish} adds nothing`,
    odds: 'If you go on like this',
    oddsNote:
      'Nine days in ten end above the low figure, one in ten above the high one. From what your book knew before today, and today’s luck.',
    way: (lures: readonly string[]) => (lures.length > 1 ? 'All rods in turn' : (lures[0] ?? '')),
    at: (place: string) => `at ${place} to the end`,
    then: (place: string, clock: string, next: string) => `at ${place} until ${clock}, then run to ${next}`,
    change: (lure: string, clock: string) => `from ${clock} ${lure}`,
    range: (low: string, high: string) => `${low} to ${high}`,
    limit: (share: string) => `limit ${share}`,
    target: (share: string) => `target ${share}`,
    ahead: (weight: string, error: string) => `${weight} ahead of the next on average, give or take ${error}`,
    level: 'No way is clearly ahead of the next.',
    bites: (wanted: number) => `Bites for ${counted(wanted, 'more fish', 'more fish')}`,
    bitesRow: (bites: number, share: string) => `${counted(bites, 'bite')}: ${share}`,
    bitesNote: (share: string) => `${share} of your bites here end as a fish you may keep.`,
    pays: (sum: string) => `pays ${sum} on average`,
    sum: (paid: number) => decimals(paid, paid < 10 ? 1 : 0),
    overAll: (share: string) => `all days ${share}`,
    nextDay: 'The next day',
    nextWay: (inHand: string, rods: string) => `${inHand}: ${rods}`,
    anyway: 'Whatever is in hand',
    withLess: 'With less in hand',
    from: (weight: string) => `From ${weight} in hand`,
    goal: 'Weight to reach',
    goalOverAll: 'Weight to reach over all days',
    lastCut: (day: string, weight: string) => `As on ${day}: ${weight}`,
    daysAfter: 'Days after today',
    inHand: 'Brought in on the days before',
    rivals: 'Rivals’ weights, one each',
    weighed: 'Days these weights are of',
    weighedAll: 'all',
    place: 'Place to take',
    boats: 'Boats in the field, yours with them',
    paid: 'What the places pay, the first first',
    paidExample: '1000, 500, 250',
    paidRead: (payouts: readonly number[]) =>
      `${payouts
        .slice(0, 3)
        .map((pay, i) => `${ordinal(i + 1)} ${pay}`)
        .join(
          ', ',
        )}${payouts.length > 3 ? `, and ${payouts.length - 3} more` : ''}. The ways go by what they pay: the field is taken to spread as the weights above do, over all days.`,
    paysMore: (sum: string) => `It pays ${sum} more than the next on average.`,
    fewRivals: 'Two rivals’ weights or more tell how a field spreads.',
    goalNone: 'Type a weight, such as 14 lb 8 oz.',
    notWeights: (words: readonly string[]) => `Not a weight: ${listOf(words)}. It is left out.`,
    toBeat: (place: number, weight: string, foretold: boolean) =>
      foretold
        ? `To take place ${place} you need about ${weight} over all days, as these weights go on.`
        : `To take place ${place} you need more than ${weight}.`,
    tooFew: (place: number) => `With these rivals any bag takes place ${place}.`,
  },
  toLearn: {
    title: 'What to try next',
    open: 'Practice: what to try next',
    working: 'Working it out…',
    rods: 'Rods to try',
    places: 'Places to try',
    days: 'Days of the event',
    noRod: 'Your rods are known well enough here: trying one of them would hardly change what you throw.',
    noPlace: 'Your places are known well enough here: trying one of them would hardly change where you go.',
    gain: (strikes: number) => `${decimals(strikes, 1)} strikes more`,
    known: ({ strikes, hours, rate: anHour }: ToTry) =>
      hours < 0.05
        ? `never fished here; ${rate(anHour)} an hour expected`
        : `${counted(strikes, 'strike')} in ${decimals(hours, 1)} h here; ${rate(anHour)} an hour expected`,
    note: (tryH: number, eventH: number) =>
      `Strikes you would have more in ${decimals(eventH, 0)} h of the event, on average, once ${tryH} h on it today have told you whether it is better than the best you know. From this water’s trips, today among them.`,
  },
  test: {
    title: 'Test two rods',
    open: 'Test two rods',
    what: 'You fish both in turns of the same length. The book says when to swap, and judges only whole rounds, so you may look as often as you like.',
    usual: 'The usual rod',
    tried: 'The rod in doubt',
    turn: 'Minutes a turn',
    start: 'Start the test',
    end: 'End the test',
    saidStart: 'Test started',
    saidEnd: 'Test ended',
    pickTwo: 'You need two rods on deck.',
    noRound: 'No whole round yet.',
    swap: (lure: string) => `Swap now: ${lure}`,
    turnLeft: (minutes: number, lure: string) => `Test: ${minutes} min more on ${lure}`,
    pick: (lure: string) => `Test: pick up ${lure}`,
    rounds: (rounds: number, earlier: number) =>
      `${counted(rounds, 'round')}${earlier > 0 ? `, ${earlier} of them on earlier days here` : ''}.`,
    count: (lure: string, bouts: number) => `${lure}: ${counted(bouts, 'bite')}`,
    bites: 'Strikes within 5 min of each other count as one bite.',
    better: (lure: string) => `${lure} is better.`,
    noWorse: (lure: string) => `${lure} is no worse: it brings at least three quarters of the bites.`,
    notSettled: (rounds: number | null) =>
      rounds === null
        ? 'Not settled, and not likely to be today.'
        : `Not settled: about ${counted(rounds, 'more round')} would tell.`,
    range: (lure: string, other: string, { ratio, lower, upper }: Pick<TwoRodVerdict, 'ratio' | 'lower' | 'upper'>) =>
      `${lure} against ${other}: ${decimals(ratio, 1)} times, likely ${decimals(lower, 1)} to ${Number.isFinite(upper) ? decimals(upper, 1) : 'any'} times.`,
  },
} as const

function around({ lure: id, before, after, hoursAfter }: RodAround, lure: (id: string) => string): string {
  const told = (value: number | null): string => (value === null ? 'not fished' : `${rate(value)} an hour`)
  return `${lure(id)}: before ${told(before)}, after ${told(after)}, ${decimals(hoursAfter, 1)} such hours.`
}

const ordinal = (n: number): string => (n === 1 ? '1st' : n === 2 ? '2nd' : n === 3 ? '3rd' : `${n}th`)
