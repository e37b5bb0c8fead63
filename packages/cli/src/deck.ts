import { readFileSync } from 'node:fs'
import { expectedWater, parseNow } from '@jotbook/core'
import type { BookRecords, Now } from '@jotbook/core'
import { readForecast, readTaf, tafIssued } from '@jotbook/core/formats'
import { patternBook, planDeck, tripLike, tripOfForecast, waterOf } from '@jotbook/core/predict'
import type { DeckPlan, DeckQuestion, ExpectedHour, ForetoldLure, Objective, PlannedRod } from '@jotbook/core/predict'
import { soundBundle } from './bundleFiles.ts'
import { Failure, asCallFault } from './failure.ts'
import { progressLine } from './progressLine.ts'
import { table } from './table.ts'
import { wholeNumber } from './wholeNumber.ts'

export interface DeckCall {
  readonly bundle: string
  readonly water: string
  readonly now?: string
  readonly forecast?: string
  readonly hour?: string
  readonly rods: string
  readonly objective: string
  readonly rules: string
  readonly seed: string
  readonly json?: boolean
}

const OBJECTIVES: readonly Objective[] = ['strikes', 'weight', 'big']
const MOST_RULE_HOURS = 20

/** `jot deck`: the rods to tie on, each with what it rests on. What the call says wrongly is refused before the book is read. */
export function deck(call: DeckCall): number {
  const asked = deckAsked(call)
  const conditions = asCallFault(() => conditionsAsked(call))
  const { book } = soundBundle(call.bundle)
  const plan = asCallFault(() => {
    const question = conditionsOf(book, call.water, conditions)
    const { rows, model } = learnt(book)
    return planDeck(book, rows, model, { ...question, ...asked })
  })
  console.log(call.json ? JSON.stringify(deckJson(plan, book), null, 2) : deckText(plan, book))
  return 0
}

function deckAsked(call: DeckCall) {
  const objective = OBJECTIVES.find((one) => one === call.objective)
  if (!objective) throw new Failure(`--objective takes ${OBJECTIVES.join(', ')}, not "${call.objective}".`, 2)
  const ruleHours = Number(call.rules)
  if (!(ruleHours >= 0 && ruleHours <= MOST_RULE_HOURS))
    throw new Failure(`--rules takes hours from 0 to ${MOST_RULE_HOURS}, not "${call.rules}".`, 2)
  const rods = wholeNumber('--rods', call.rods, 1, 40)
  return { objective, rods, ruleHours, seed: wholeNumber('--seed', call.seed, 0, 2 ** 32 - 1) }
}

/** `jot predict`: every lure's strikes an hour under such conditions. */
export function predict(call: Pick<DeckCall, 'bundle' | 'water' | 'now' | 'hour' | 'json'>): number {
  const asked = asCallFault(() => conditionsAsked(call))
  const { book } = soundBundle(call.bundle)
  const { plan, edf } = asCallFault(() => {
    const question = conditionsOf(book, call.water, asked)
    const { rows, model } = learnt(book)
    return { plan: planDeck(book, rows, model, { ...question, rods: 1, ruleHours: 0 }), edf: model.edf }
  })
  const told = plan.lures.map((lure) => ({ ...ratesJson(lure, book), hours: lure.own.hours, trips: lure.own.trips }))
  console.log(
    call.json
      ? JSON.stringify({ rows: told, season: plan.seasons[0] ?? null, edf }, null, 2)
      : table(
          ['lure', 'per hour', 'likely range', 'own hours', 'trips'],
          told.map(({ lure, rate, lower, upper, hours, trips }) => [
            lure,
            rate.toFixed(2),
            `${lower.toFixed(2)}–${upper.toFixed(2)}`,
            hours.toFixed(1),
            trips,
          ]),
        ),
  )
  return 0
}

function learnt(book: BookRecords) {
  const progress = progressLine('learning')
  const found = patternBook(book, { progress: (updates) => progress.at(updates / (updates + 10)) })
  progress.done()
  return found
}

/** What the days ahead are like, as the call says it: like a moment, or by the text of a forecast. */
type Conditions = { readonly now: Now; readonly hour: number | undefined } | { readonly forecast: string }

function conditionsAsked({ now, forecast, hour }: Pick<DeckCall, 'now' | 'forecast' | 'hour'>): Conditions {
  if ((now === undefined) === (forecast === undefined)) throw new Failure('Give either --now or --forecast.', 2)
  if (now !== undefined) return { now: parseNow(now), hour: hourOf(hour) }
  try {
    return { forecast: readFileSync(forecast ?? '', 'utf8') }
  } catch (error) {
    if ((error as { code?: string }).code === 'ENOENT') throw new Failure(`There is no file ${forecast}.`, 2)
    throw error
  }
}

function conditionsOf(
  book: BookRecords,
  water: string,
  asked: Conditions,
): Pick<DeckQuestion, 'trip' | 'asSaid' | 'spread'> {
  const here = waterOf(book, water)
  if ('now' in asked) return tripLike(book, here, asked.now, asked.hour)
  const hours = /^\s*TAF\b/.test(asked.forecast)
    ? tafHours(book, here.id, asked.forecast)
    : readForecast(asked.forecast)
  return tripOfForecast(here.id, hours)
}

/** A TAF as of the day it was issued; what it does not say of the water is as the book expects it then. */
function tafHours(book: BookRecords, water: string, text: string): ExpectedHour[] {
  const now = tafIssued(text, Date.now()) ?? Date.now()
  const { forecasts, remarks } = readTaf(text, now)
  const [first] = forecasts
  if (!first) throw new Failure(remarks.map(({ message }) => message).join(' '), 2)
  for (const { line, message } of remarks) console.error(`line ${line}: ${message}`)
  const { waterTempC, visibilityM, sd } = expectedWater(book.readings, book.trips, water, first.fromMs)
  const known = Object.fromEntries(
    Object.entries({ waterTempC, visibilityM }).flatMap(([field, value]) =>
      value === undefined ? [] : [[field, value]],
    ),
  )
  return first.hours.map((hour) => ({ ...hour, fields: { ...known, ...hour.fields }, sd: { ...sd, ...hour.sd } }))
}

function hourOf(text: string | undefined): number | undefined {
  if (text === undefined) return undefined
  const hour = Number(text)
  if (!(hour >= 0 && hour < 24))
    throw new Failure(`--hour takes an hour of the clock from 0 to 24, such as 7.5, not "${text}".`, 2)
  return hour
}

const nameOf = (book: BookRecords, id: string): string => book.lures.find((lure) => lure.id === id)?.name ?? id

const ratesJson = (lure: ForetoldLure, book: BookRecords) => ({
  lure: nameOf(book, lure.lure),
  rate: lure.rate,
  lower: lure.lower,
  upper: lure.upper,
})

function reasonOf(rod: PlannedRod, book: BookRecords): string {
  const { own, rules, rate } = rod
  const parts = [
    rod.learn ? 'to learn of it: an hour’s test may pay on days like it' : `${rate.toFixed(2)} an hour foretold`,
    own.hours > 0
      ? `${own.strikes} strikes in ${own.hours.toFixed(1)} of its own hours here`
      : 'no hour of its own here: by its like and by other waters',
    ...(rules.length > 0 ? [`rules ${rules.join(', ')}`] : []),
    ...(rod.rival ? [`rather than ${nameOf(book, rod.rival.id)}`] : []),
  ]
  return parts.join('; ')
}

const deckJson = ({ rods, leftAtHome, value, seed }: DeckPlan, book: BookRecords) => ({
  rods: rods.map((rod) => ({
    ...ratesJson(rod, book),
    setup: rod.setup,
    level: rod.level,
    role: rod.role,
    hours: rod.own.hours,
    strikes: rod.own.strikes,
    trips: rod.own.trips,
    rules: rod.rules,
    learn: rod.learn,
    reason: reasonOf(rod, book),
    when: rod.when,
  })),
  leftAtHome: leftAtHome.map((left) => ({ lure: nameOf(book, left.lure), reason: leftText(left) })),
  value,
  seed,
})

const leftText = ({ crude, rate, own, because }: DeckPlan['leftAtHome'][number]): string =>
  `${crude.toFixed(2)} an hour as counted in ${own.hours.toFixed(1)} hours, ${rate.toFixed(2)} foretold${because === 'counted elsewhere' ? ': that was in other conditions, or luck' : ''}`

const deckText = ({ rods, leftAtHome, value }: DeckPlan, book: BookRecords): string =>
  [
    `With these rods the best of each hour brings ${value.toFixed(2)} strikes an hour.`,
    '',
    table(
      ['level', 'lure', 'per hour', 'likely range', 'why'],
      rods.map((rod) => [
        rod.level,
        nameOf(book, rod.lure),
        rod.rate.toFixed(2),
        `${rod.lower.toFixed(2)}–${rod.upper.toFixed(2)}`,
        reasonOf(rod, book),
      ]),
    ),
    ...(leftAtHome.length > 0 ? ['', 'Left at home:'] : []),
    ...leftAtHome.map((left) => `  ${nameOf(book, left.lure)}: ${leftText(left)}`),
  ].join('\n')
