import type { EarlyFinding, Finding, HeldOut, PatternSearch, Verdict } from '@jotbook/core'
import { counted, decimals, listOf, percent, whole } from '../../ui/locale.ts'

/** Beyond these a ratio is told by hardly any hours, and its figures say nothing. */
const [LEAST, MOST] = [0.05, 20]
const figure = (ratio: number): string =>
  ratio < LEAST ? 'under 0.1' : ratio > MOST ? `over ${whole(MOST)}` : decimals(ratio, 1)
const times = (ratio: number): string => `${figure(ratio)} ×`
const limits = (lower: number, upper: number): string => `${figure(lower)} to ${figure(upper)}`

/** Words of the search and of the trial. */
export const text = {
  isOld: 'Worked out before the latest changes to the book. Ask again to include them.',
  water: 'Water',
  everyWater: 'any water',
  progress: (share: number) => `Working: ${percent(share)}`,
  stop: 'Stop',
  explained: {
    search: [
      '× the expected strikes: what these hours gave, divided by what the same hours would have given without the pattern.',
      'Could be chance: how often shuffled copies of your own log show something at least as strong somewhere.',
      'On trips left out: the search is done again without a fifth of the trips, and what comes in this place there is measured on that fifth; each fifth in turn. Where nothing is there to be found it shows about 1.',
      'One lure: its strikes beside those of all other lures in the same hours and conditions, so that what the conditions do to every lure cancels.',
      'The range in brackets: nine times in ten the true figure is in here.',
    ],
    trial: [
      'The figure compares the rate the rule favours with the rest of the same hours. 1 means no difference.',
      'The range in brackets: nine times in ten the true figure is in here.',
      'Too early to say: your log is not long enough yet to tell a real difference from chance.',
      'Confirmed: holds even if you check after every trip. A rule that is not confirmed may have come true on the day you looked.',
    ],
  },
  search: {
    noWater: 'No water yet. Log a trip, and search its water for what stands out.',
    title: 'What stands out, and could it be chance?',
    note: 'Every combination of up to three conditions is compared with what chance alone would show in your own hours and trips.',
    ask: 'Search this water',
    askAll: 'Search every water',
    sentence: (water: string, strong: number) =>
      strong === 0
        ? `On ${water}, nothing stands out more than chance alone would show.`
        : `On ${water}, ${strong === 1 ? 'one pattern stands' : `${whole(strong)} patterns stand`} out. Could be chance: at most 5 in 100.`,
    rests: ({ candidates, permutations, nullModel }: PatternSearch) =>
      `${counted(candidates, 'combination')} tried, each compared with ${counted(permutations, 'shuffled copy', 'shuffled copies')} of your log. Good and bad days are allowed for (spread ${decimals(nullModel.tripSd, 2)}), and so are strikes in flurries (${decimals(nullModel.bout, 1)} at once on average).`,
    map: 'The findings on their conditions, each under the number of its card',
    isNew: 'new',
    since: (day: string, count: number) =>
      count === 0 ? `Nothing new since ${day}.` : `New since ${day}: ${whole(count)}.`,
    found: 'Patterns',
    alone: 'Whatever the conditions',
    subjects: 'Where one lure, colour or way of fishing beats the rest',
    likelyChance: (count: number) => `Show ${whole(count)} more, likely chance`,
    axis: 'times the expected strikes · ring: on trips left out',
    chance: (p: number) => (p < 0.01 ? 'could be chance: under 1 in 100' : `could be chance: ${whole(100 * p)} in 100`),
    ratio: (finding: Finding) => `${times(finding.ratio)} (${limits(finding.lower, finding.upper)})`,
    counts: ({ strikes, hours, trips, expected }: EarlyFinding) =>
      `${counted(strikes, 'strike')} in ${decimals(hours, 1)} hours on ${counted(trips.length, 'trip')}; ${decimals(expected, 1)} expected`,
    kind: {
      within: 'better than other hours of the same trips',
      between: 'better than other trips, so the day itself may be the reason',
      lures: 'against the other lures thrown in the same hours',
    },
    heldOut: (heldOut: HeldOut | null) =>
      heldOut === null
        ? ''
        : `on trips left out of the search: ${times(heldOut.ratio)} (${limits(heldOut.lower, heldOut.upper)}, ${counted(heldOut.strikes, 'strike')})`,
    merged: (count: number) => (count === 0 ? '' : `includes ${counted(count, 'pattern')} over nearly the same hours`),
    board: 'Open in the board',
    nothing: 'No pattern comes close.',
    label: (finding: Finding) =>
      `${times(finding.ratio)} the expected strikes, likely range ${limits(finding.lower, finding.upper)}`,
  },
  soFar: {
    trials: (count: number) => `${counted(count, 'rule')} tested so far`,
    notJudged:
      'Figures only. Which rules hold is said once all of them are tested: the more are tested, the more chance lets through.',
    findings: (water: string) => `So far on ${water}`,
    axis: 'times the expected strikes',
    notWeighed: 'These stand out, but chance has not been weighed yet. Some will turn out to be nothing.',
    nothing: 'No pattern comes close so far.',
  },
  deeds: {
    keep: 'Keep in the pattern book',
    dismiss: 'Dismiss',
    kept: 'Kept in the pattern book',
    dismissed: 'Dismissed',
    isKept: 'In the pattern book.',
    isDismissed: 'Dismissed.',
    why: 'What else was so?',
    plan: 'Plan a day',
    nothingElse: 'Nothing else was much more common in these hours than in the others there.',
    instead: (parts: readonly string[]) => `May be the reason instead: ${listOf(parts)}.`,
    share: (what: string, inside: number, outside: number) =>
      `${what} (${percent(inside)} of these hours, ${percent(outside)} of the others)`,
  },
  trial: {
    title: 'Rules of practice, tested on your trips',
    note: 'Each rule is tested on your own hours. Of the rules that hold or fail, about one in ten may be wrong.',
    ask: 'Test the rules',
    sentence: (where: string, count: (verdict: Verdict) => number) =>
      `${where === '' ? 'On all waters' : `On ${where}`} ${listOf([`${counted(count('holds'), 'rule holds', 'rules hold')}`, `${whole(count('fails'))} ${count('fails') === 1 ? 'fails' : 'fail'}`, `${whole(count('no difference'))} make no difference`])}. For ${whole(count('too early'))} it is too early to say.`,
    verdicts: {
      holds: 'Holds',
      fails: 'Fails',
      'no difference': 'Makes no difference',
      'too early': 'Too early to say',
      'cannot be learnt': 'Not testable with what you log',
    } satisfies Record<Verdict, string>,
    orders: { label: 'In order of', verdict: 'by verdict', dispute: 'where anglers disagree', class: 'by lure class' },
    otherRules: 'Any lure',
    axis: 'what the rule favours, compared with the rest',
    numbers: (lower: number, ratio: number, upper: number) => `${times(ratio)} (${limits(lower, upper)})`,
    hours: (inside: number, outside: number) =>
      outside > 0 ? `${whole(inside)} h compared with ${whole(outside)} h` : inside > 0 ? `${whole(inside)} h` : '',
    needed: (hours: number) => (hours < 1 ? '' : `about ${counted(Math.round(hours), 'more hour')} would tell`),
    needs: (fields: readonly string[]) => `needs: ${fields.join(', ')}`,
    /** What is told of a strike, and numbers by what they measure. */
    fields: {
      weight_g: 'weight of the fish',
      length_mm: 'length of the fish',
      phase: 'when it hit',
      pitch: 'which pitch it took',
      set: 'how the hook was set',
      outcome: 'what became of the strike',
      phase_share: 'share of the time',
      work_s: 'seconds of work',
      fouled_casts: 'fouled casts',
      prey_ratio: 'length of the prey',
    } as Readonly<Record<string, string>>,
    confirmed: 'confirmed',
    dispute: (name: string) => `anglers disagree: ${name}`,
    travels: 'how much a pattern differs from one water to the next',
    label: (ratio: number, lower: number, upper: number) => `${times(ratio)}, ${limits(lower, upper)}`,
    own: {
      title: 'Rules of your own',
      none: 'None yet. Open a row of the board and make it a rule, or copy a rule of practice and change it.',
      copy: 'copy and change',
      copyOwn: 'Copy and change',
      written: (day: string) => `written ${day}, judged by trips since`,
      against: (words: string) => `against ${words}`,
      remove: 'Strike it out',
      removed: 'Rule struck out',
      unread: (why: string) => `Cannot be read: ${why}.`,
    },
    cards: {
      open: 'Practice cards',
      title: 'Practice cards',
      note: 'The rules closest to an answer, each with what to fish to get it. Fish both on the same trip, in turn, and log the hours of both, blanks too.',
      none: 'No rule here waits for hours alone.',
      untested: 'Test the rules first: then the cards say which of them a few more hours would settle.',
      print: 'Print the cards',
      back: 'Back to the rules',
      fish: (lure: string, against: string) => `Fish ${lure} and ${against} in turn`,
      any: 'whatever you like',
      named: 'what the rule names',
      other: 'what it is set against',
      then: 'when the rule says',
      always: 'on any day',
      when: (when: string) => `when: ${when}`,
      hours: (hours: number) => `${counted(Math.max(1, Math.round(hours)), 'more hour')} of both would tell`,
      write: 'Date, hours of each, strikes of each:',
    },
  },
} as const
