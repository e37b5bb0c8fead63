import { backtest as tried } from '@jotbook/core/predict'
import type { Backtest } from '@jotbook/core/predict'
import { soundBundle } from './bundleFiles.ts'
import { asCallFault } from './failure.ts'
import { progressLine } from './progressLine.ts'
import { table } from './table.ts'
import { wholeNumber } from './wholeNumber.ts'

export interface BacktestCall {
  readonly bundle: string
  readonly from: string
  readonly rods: string
  readonly seed: string
  readonly json?: boolean
}

/** `jot backtest`: the plan tried on the trips that were fished, each foretold from those before it. */
export function backtest({ bundle, from, rods, seed, json }: BacktestCall): number {
  wholeNumber('--seed', seed, 0, 2 ** 32 - 1)
  const { book } = soundBundle(bundle)
  const progress = progressLine('trying')
  const found = asCallFault(() =>
    tried(book, {
      from: wholeNumber('--from', from, 5, 10_000),
      rods: wholeNumber('--rods', rods, 1, 40),
      progress: progress.at,
    }),
  )
  progress.done()
  console.log(json ? JSON.stringify(backtestJson(found), null, 2) : backtestText(found))
  return 0
}

/** JSON knows no infinity. */
const backtestJson = ({ worth, ...rest }: Backtest): unknown => ({
  ...rest,
  worth: Number.isFinite(worth.upper) ? worth : { ...worth, upper: null, unbounded: true },
})

const VERDICTS = {
  earned: 'The plan has earned trust.',
  'not earned yet': 'The plan has not earned trust yet.',
  harmful: 'The plan’s rods brought less: do without it.',
  'too early': 'Too early to tell.',
} as const

function backtestText({ trips, stints, strikes, skill, calibration, worth }: Backtest): string {
  const skillRow = (name: string, { perStrike, lower, upper }: Backtest['skill']['water']): string[] => [
    name,
    perStrike.toFixed(3),
    `${lower.toFixed(3)} to ${upper.toFixed(3)}`,
  ]
  return [
    worth.ratio === null
      ? VERDICTS[worth.verdict]
      : `Over your last ${trips} trips, rods this plan would have picked brought ${worth.ratio.toFixed(2)} times the strikes of your other rods (${worth.lower.toFixed(2)} to ${worth.upper.toFixed(2)}, four in five). ${VERDICTS[worth.verdict]}`,
    `${stints} stints with ${strikes} strikes were foretold, each from the trips before it.`,
    '',
    table(
      ['foretold better than by', 'a strike', 'likely range'],
      [
        skillRow('the water’s mean', skill.water),
        skillRow('the class’s mean', skill.class),
        skillRow('the hours most like it', skill.like),
      ],
    ),
    '',
    table(
      ['stints', 'foretold', 'came', 'likely range'],
      calibration.map(({ stints: count, expected, observed, lower, upper }) => [
        count,
        expected.toFixed(0),
        observed,
        `${lower.toFixed(0)}–${upper.toFixed(0)}`,
      ]),
    ),
  ].join('\n')
}
