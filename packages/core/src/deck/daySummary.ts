import { isStrike } from '../vocabulary/index.ts'
import { MINUTE_MS, epochMs } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import type { Strike } from '../vocabulary/index.ts'
import { countOf } from './strikes.ts'
import type { DeckDay } from './types.ts'

export interface DaySummary {
  readonly strikes: number
  readonly raised: number
  readonly landed: number
  /** The hour and a half with the most strikes, from its first to its last, when it held three. */
  readonly best: { readonly fromMs: EpochMs; readonly toMs: EpochMs } | undefined
  readonly largest: Strike | undefined
}

/** The day's figures. */
export function daySummary({ strikes }: Pick<DeckDay, 'strikes'>): DaySummary {
  const landed = strikes.filter(({ outcome }) => outcome === 'landed')
  return {
    strikes: countOf(strikes),
    raised: strikes.length - countOf(strikes),
    landed: landed.length,
    best: bestSpell(strikes),
    largest: landed.reduce<Strike | undefined>((a, b) => (sizeOf(b) > (a ? sizeOf(a) : 0) ? b : a), undefined),
  }
}

/** To compare fish of which some were weighed and some measured: bass weigh about as the cube of their length (1.4e-5 g/mm³, from memory). */
const sizeOf = ({ weightG, lengthMm }: Strike): number => weightG ?? 1.4e-5 * (lengthMm ?? 0) ** 3

const SPELL_MS = 90 * MINUTE_MS
const FEWEST = 3

function bestSpell(strikes: readonly Strike[]): DaySummary['best'] {
  const times = strikes
    .filter((strike) => isStrike(strike) && !strike.timeUnknown)
    .map(({ time }) => epochMs(time))
    .sort((a, b) => a - b)
  const spells = times.map((from) => times.filter((ms) => ms >= from && ms <= from + SPELL_MS))
  const best = spells.reduce<number[]>((most, spell) => (spell.length > most.length ? spell : most), [])
  const [fromMs, toMs] = [best[0], best.at(-1)]
  return best.length < FEWEST || fromMs === undefined || toMs === undefined ? undefined : { fromMs, toMs }
}
