import { readFileSync } from 'node:fs'
import { parseNow, simulateBag } from '@jotbook/core'
import type { BagOdds } from '@jotbook/core'
import { bagFromBook, checkBagNames, patternBook } from '@jotbook/core/predict'
import type { BagQuestion } from '@jotbook/core/predict'
import { soundBundle } from './bundleFiles.ts'
import { Failure, asCallFault } from './failure.ts'
import { progressLine } from './progressLine.ts'
import { table } from './table.ts'
import { wholeNumber } from './wholeNumber.ts'

export interface BagCall {
  readonly bundle: string
  readonly plan: string
  readonly seed: string
  readonly runs: string
  readonly json?: boolean
}

/** `jot bag`: what the bag may become by the weigh-in, strategy by strategy. A faulty plan is refused before the book is read. */
export function bag({ bundle, plan, seed, runs, json }: BagCall): number {
  const options = { seed: wholeNumber('--seed', seed, 0, 2 ** 31), runs: wholeNumber('--runs', runs, 100, 1_000_000) }
  const question = questionOf(planFile(plan))
  const { book } = soundBundle(bundle)
  const odds = asCallFault(() => {
    checkBagNames(book, question)
    const progress = progressLine('learning')
    const learnt = patternBook(book, { progress: (updates) => progress.at(updates / (updates + 10)) })
    progress.done()
    const { event, strategies, luckVariance, flurry } = bagFromBook(book, learnt, question)
    return simulateBag(event, strategies, { ...options, luckVariance, flurry })
  })
  console.log(json ? JSON.stringify({ strategies: odds, ...options }, null, 2) : bagText(odds))
  return 0
}

function planFile(path: string): Readonly<Record<string, unknown>> {
  try {
    const read: unknown = JSON.parse(readFileSync(path, 'utf8'))
    if (isObject(read)) return read
  } catch (error) {
    if ((error as { code?: string }).code === 'ENOENT') throw new Failure(`There is no file ${path}.`, 2)
    throw new Failure(`${path} is no JSON: ${(error as Error).message}`, 2)
  }
  throw new Failure(`${path} should hold an object.`, 2)
}

const isObject = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

const MOST_STRATEGIES = 50
const MOST_STEPS = 24

/** The plan of the file, part by part; what is not as it should be is named. */
function questionOf(file: Readonly<Record<string, unknown>>): BagQuestion {
  const event = isObject(file.event) ? file.event : fail('event')
  const from = numberIn(event, 'event.from', 0, 24)
  const to = numberIn(event, 'event.to', from, 24)
  const minLengthMm = event.minLengthMm === undefined ? undefined : numberIn(event, 'event.minLengthMm', 0, 3000)
  const runBackMin = event.runBackMin === undefined ? undefined : numberIn(event, 'event.runBackMin', 0, 600)
  const targetG = file.targetG === undefined ? undefined : numberIn(file, 'targetG', 0, 1e6)
  return {
    water: textOf(file.water, 'water'),
    now: nowOf(file.now),
    event: {
      limit: wholeIn(event, 'event.limit', 1, 100),
      from,
      to,
      ...(minLengthMm === undefined ? {} : { minLengthMm }),
      ...(runBackMin === undefined ? {} : { runBackMin }),
    },
    bag: listOf(file.bag ?? [], 'bag', 1000).map((fish, i) => numberIn(fish, `bag[${i}].weightG`, 0, 100_000)),
    strategies: listOf(file.strategies, 'strategies', MOST_STRATEGIES).map((strategy, s) => ({
      name: textOf(strategy.name, `strategies[${s}].name`),
      steps: listOf(strategy.steps, `strategies[${s}].steps`, MOST_STEPS).map((step, i) => {
        const at = `strategies[${s}].steps[${i}]`
        if (!Array.isArray(step.lures)) return fail(`${at}.lures`)
        return {
          lures: (step.lures as unknown[]).map((lure) => textOf(lure, `${at}.lures`)),
          from: numberIn(step, `${at}.from`, 0, 24),
          to: numberIn(step, `${at}.to`, 0, 24),
        }
      }),
    })),
    ...(targetG === undefined ? {} : { targetG }),
  }
}

function fail(at: string): never {
  throw new Failure(`The plan’s ${at} is missing or not what it should be (see docs/formats.md).`, 2)
}

function numberIn(of: Readonly<Record<string, unknown>>, at: string, least: number, most: number): number {
  const value = of[at.slice(at.lastIndexOf('.') + 1)]
  if (typeof value === 'number' && value >= least && value <= most) return value
  throw new Failure(`The plan’s ${at} must be a number from ${least} to ${most}.`, 2)
}

function wholeIn(of: Readonly<Record<string, unknown>>, at: string, least: number, most: number): number {
  const value = numberIn(of, at, least, most)
  if (Number.isInteger(value)) return value
  throw new Failure(`The plan’s ${at} must be a whole number.`, 2)
}

const textOf = (value: unknown, at: string): string => (typeof value === 'string' && value !== '' ? value : fail(at))

function listOf(value: unknown, at: string, most: number): readonly Readonly<Record<string, unknown>>[] {
  if (!Array.isArray(value) || value.length > most || !value.every(isObject)) return fail(at)
  return value
}

/** Conditions as an object, or as they are written after `--now`. */
function nowOf(value: unknown): BagQuestion['now'] {
  if (typeof value === 'string') return asCallFault(() => parseNow(value))
  if (!isObject(value)) return fail('now')
  const written = Object.entries(value).map(([column, said]) => `${column}=${String(said)}`)
  return asCallFault(() => parseNow(written.join(';')))
}

const grams = (value: number): string => `${Math.round(value)} g`
const percent = (value: number): string => `${(100 * value).toFixed(0)} %`

const bagText = (odds: readonly BagOdds[]): string =>
  table(
    [
      'strategy',
      'bag on average',
      'one day in ten under',
      'middle',
      'one in ten over',
      'a limit',
      'the target',
      'against',
    ],
    odds.map(({ name, mean, p10, p50, p90, chanceLimit, chanceTarget, against }) => [
      name,
      grams(mean),
      grams(p10),
      grams(p50),
      grams(p90),
      percent(chanceLimit),
      chanceTarget === null ? '' : percent(chanceTarget),
      against
        ? `${against.difference >= 0 ? '+' : ''}${grams(against.difference)} (±${against.error.toFixed(0)}) ${against.name}`
        : '',
    ]),
  )
