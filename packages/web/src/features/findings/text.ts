import type { Finding, HeldOut, PatternSearch, Verdict } from '@jotbook/core'
import { counted, decimals, listOf, percent, whole } from '../../ui/locale.ts'

const times = (ratio: number): string => `${decimals(ratio, 1)} ×`
const limits = (lower: number, upper: number): string => `${decimals(lower, 1)} to ${decimals(upper, 1)}`

/** Words of the search and of the trial. */
export const text = {
  water: 'Water',
  everyWater: 'every water',
  progress: (share: number) => `Working: ${percent(share)}`,
  stop: 'Stop',
  search: {
    title: 'What stands out, and is it more than chance?',
    note: 'Every joining of up to three conditions is held against books without any pattern, made from this book’s own hours and trips.',
    ask: 'Search this water',
    sentence: (water: string, strong: number) =>
      strong === 0
        ? `On ${water} nothing stands out beyond what a book without any pattern shows somewhere.`
        : `On ${water} ${strong === 1 ? 'one pattern stands' : `${whole(strong)} patterns stand`} out: chance shows one as strong at most one time in twenty.`,
    rests: ({ candidates, permutations, nullModel }: PatternSearch) =>
      `${counted(candidates, 'pattern')} held against ${counted(permutations, 'book')} without any. Trips differ by a spread of ${decimals(nullModel.tripSd, 2)}; strikes come ${decimals(nullModel.bout, 1)} at a time.`,
    found: 'Patterns',
    alone: 'Whatever the conditions',
    axis: 'times what these hours would bring · ring: on unseen trips',
    chance: (p: number) => (p < 0.01 ? 'chance: under 1 in 100' : `chance: ${whole(100 * p)} in 100`),
    ratio: (finding: Finding) => `${times(finding.ratio)} (${limits(finding.lower, finding.upper)})`,
    counts: ({ strikes, hours, trips, expected }: Finding) =>
      `${counted(strikes, 'strike')} in ${decimals(hours, 1)} hours on ${counted(trips.length, 'trip')}, where ${decimals(expected, 1)} were to be expected`,
    kind: { within: 'stands out against other hours of the same trips', between: 'stands out against other trips: other days may be the reason' },
    heldOut: (heldOut: HeldOut | null) =>
      heldOut === null ? '' : `on unseen trips ${times(heldOut.ratio)} (${limits(heldOut.lower, heldOut.upper)}, ${counted(heldOut.strikes, 'strike')})`,
    merged: (count: number) => (count === 0 ? '' : `stands for ${counted(count, 'pattern')} of nearly the same hours`),
    board: 'these hours on the board',
    nothing: 'No pattern comes near.',
    label: (finding: Finding) => `${times(finding.ratio)} what was to be expected, ${limits(finding.lower, finding.upper)}`,
  },
  trial: {
    title: 'The rules of the trade, on trial',
    note: 'Each rule is held against this book’s own hours. Of those that hold or fail, one in ten may be wrong.',
    ask: 'Try the rules',
    sentence: (where: string, count: (verdict: Verdict) => number) =>
      `${where === '' ? 'On all waters' : `On ${where}`} ${listOf([`${counted(count('holds'), 'rule holds', 'rules hold')}`, `${whole(count('fails'))} ${count('fails') === 1 ? 'fails' : 'fail'}`, `${whole(count('no difference'))} make no difference`])}. Of ${whole(count('too early'))} it is too early to say.`,
    verdicts: {
      holds: 'Holds',
      fails: 'Fails',
      'no difference': 'Makes no difference',
      'too early': 'Too early to say',
      'cannot be learnt': 'Cannot be learnt from this book',
    } satisfies Record<Verdict, string>,
    axis: 'what the rule praises, over what it is held against',
    numbers: (lower: number, ratio: number, upper: number) => `${times(ratio)} (${limits(lower, upper)})`,
    hours: (inside: number, outside: number) => (outside > 0 ? `${whole(inside)} h against ${whole(outside)} h` : inside > 0 ? `${whole(inside)} h` : ''),
    needed: (hours: number) => `about ${whole(hours)} hours more would tell`,
    dispute: (name: string) => `in dispute: ${name}`,
    travels: 'the figure: by how much a pattern’s ratio differs from one water to the next',
    label: (ratio: number, lower: number, upper: number) => `${times(ratio)}, ${limits(lower, upper)}`,
  },
} as const
