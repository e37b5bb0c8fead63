import { MINUTE_MS, epochMs } from '../time/index.ts'
import type { DurationMs, EpochMs } from '../time/index.ts'
import type { Id } from '../vocabulary/index.ts'

export interface AccountStint {
  readonly id: string
  readonly angler: string | null
  readonly start: string
  readonly end: string | null
}

/** Time between two stints of one angler that nothing accounts for, or that both claim; `before` is the stint that begins at its end. */
export interface Seam {
  readonly kind: 'gap' | 'overlap'
  readonly angler: string | null
  readonly minutes: number
  readonly fromMs: EpochMs
  readonly toMs: EpochMs
  /** The stint to go to: the one after the gap, or the later of the overlapping two. Null for the gap before the trip's end. */
  readonly stint: Id<'stint'> | null
}

export interface TimeAccount {
  /** Minutes of stints inside the trip, overlaps counted once an angler. */
  readonly accountedMin: number
  /** Minutes of the trip, times the anglers seen. */
  readonly onTheWaterMin: number
  readonly seams: Seam[]
}

/** How much of a trip its stints account for, and every gap and overlap, angler by angler. Stints without end count nothing. */
export function accountFor(tripStart: string, tripEnd: string | null, stints: readonly AccountStint[]): TimeAccount {
  const from = epochMs(tripStart)
  const to = Math.max(
    from,
    tripEnd === null ? Math.max(from, ...stints.map((stint) => epochMs(stint.end ?? stint.start))) : epochMs(tripEnd),
  )
  const anglers = stints.length === 0 ? [null] : [...new Set(stints.map((stint) => stint.angler))]
  const accounts = anglers.map((angler) => accountOf(angler, from, to, stints))
  return {
    accountedMin: accounts.reduce((sum, account) => sum + account.accountedMs, 0) / MINUTE_MS,
    onTheWaterMin: (anglers.length * (to - from)) / MINUTE_MS,
    seams: accounts.flatMap((account) => account.seams),
  }
}

function accountOf(
  angler: string | null,
  from: EpochMs,
  to: EpochMs,
  stints: readonly AccountStint[],
): { accountedMs: DurationMs; seams: Seam[] } {
  const own = stints
    .filter((stint) => stint.angler === angler)
    .flatMap(({ id, start, end }) => (end === null ? [] : [{ id, start: epochMs(start), end: epochMs(end) }]))
    .filter((stint) => stint.end > stint.start)
    .sort((a, b) => a.start - b.start)
  const seams: Seam[] = []
  const seam = (kind: Seam['kind'], fromMs: EpochMs, toMs: EpochMs, stint: Id<'stint'> | null): void => {
    if (toMs - fromMs >= MINUTE_MS)
      seams.push({ kind, angler, minutes: Math.round((toMs - fromMs) / MINUTE_MS), fromMs, toMs, stint })
  }
  let [reached, accountedMs] = [from, 0]
  for (const stint of own) {
    if (stint.start > reached) seam('gap', reached, Math.min(stint.start, to), stint.id)
    if (stint.start < reached && reached > from) seam('overlap', stint.start, Math.min(stint.end, reached), stint.id)
    accountedMs += Math.max(0, Math.min(stint.end, to) - Math.max(stint.start, reached))
    reached = Math.max(reached, stint.end)
  }
  if (reached < to) seam('gap', reached, to, null)
  return { accountedMs, seams }
}
