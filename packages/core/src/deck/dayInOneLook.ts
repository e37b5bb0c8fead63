import { HOUR_MS, epochMs } from '../time/index.ts'
import type { Strike } from '../vocabulary/index.ts'
import { countOf } from './strikes.ts'
import type { DeckDay } from './types.ts'

export interface DaySummary {
  /** Angler-hours that count: open stints and silences have none. */
  readonly hours: number
  readonly strikes: number
  readonly raised: number
  readonly landed: number
  /** The hour that held the most strikes, when any held two. */
  readonly best: { readonly fromMs: number; readonly toMs: number; readonly strikes: number } | undefined
  readonly largest: Strike | undefined
}

/** The day's figures. */
export function daySummary({ stints, strikes }: Pick<DeckDay, 'stints' | 'strikes'>): DaySummary {
  const hours = stints.reduce((sum, { start, end }) => sum + Math.max(0, end ? epochMs(end) - epochMs(start) : 0), 0) / HOUR_MS
  const landed = strikes.filter(({ outcome }) => outcome === 'landed')
  return {
    hours,
    strikes: countOf(strikes),
    raised: strikes.length - countOf(strikes),
    landed: landed.length,
    best: bestHour(strikes),
    largest: landed.reduce<Strike | undefined>((a, b) => (sizeOf(b) > (a ? sizeOf(a) : 0) ? b : a), undefined),
  }
}

/** To compare fish of which some were weighed and some measured: bass weigh about as the cube of their length (1.4e-5 g/mm³, from memory). */
const sizeOf = ({ weightG, lengthMm }: Strike): number => weightG ?? 1.4e-5 * (lengthMm ?? 0) ** 3

function bestHour(strikes: readonly Strike[]): DaySummary['best'] {
  const times = strikes
    .filter(({ outcome, timeUnknown }) => outcome !== 'raised' && !timeUnknown)
    .map(({ time }) => epochMs(time))
    .sort((a, b) => a - b)
  const spells = times.map((fromMs) => {
    const within = times.filter((ms) => ms >= fromMs && ms < fromMs + HOUR_MS)
    return { fromMs, toMs: within.at(-1) ?? fromMs, strikes: within.length }
  })
  const best = spells.reduce<(typeof spells)[number] | undefined>((a, b) => (a && a.strikes >= b.strikes ? a : b), undefined)
  return best && best.strikes > 1 ? best : undefined
}
