import { triedFirst } from '../decisions/index.ts'
import type { RodRound, TurnBouts } from '../decisions/index.ts'
import { aboard } from '../deck/index.ts'
import type { Angler, DeckDay } from '../deck/index.ts'
import { HOUR_MS, MINUTE_MS, epochMs } from '../time/index.ts'
import type { DurationMs, EpochMs } from '../time/index.ts'
import { isStrike } from '../vocabulary/index.ts'
import type { Id, RecordOf } from '../vocabulary/index.ts'

export type RodTest = RecordOf<'rodTest'>

/** Which rod a person should have in hand, and for how much longer. */
export interface Turn {
  readonly angler: Angler
  readonly lure: Id<'lure'>
  readonly leftMs: number
}

export interface RodTestTurns {
  /** Whole rounds only. */
  readonly rounds: readonly RodRound[]
  readonly turns: readonly Turn[]
}

/** Strikes so close are one flurry. (ours) */
const FLURRY_MS = 5 * MINUTE_MS
const SIDES = ['usual', 'tried'] as const
type Side = (typeof SIDES)[number]

/**
 * How far a test has come, read off the stints: each round gives either rod one turn of each person who fishes it, whoever logged it on
 * whichever phone. A rod that was fished too long has the rest counted into its next round.
 */
export function rodTestTurns(
  test: RodTest,
  day: Pick<DeckDay, 'trip' | 'stints' | 'strikes'>,
  nowMs: EpochMs,
): RodTestTurns {
  const turnMs = test.turnMin * MINUTE_MS
  const sides = { usual: fishedOn(test, 'usual', day, nowMs), tried: fishedOn(test, 'tried', day, nowMs) }
  const anglers = aboard(day).filter((angler) =>
    SIDES.some((side) => sides[side].some((piece) => piece.angler === angler)),
  )
  const people = Math.max(1, anglers.length)
  const whole = Math.floor(Math.min(...SIDES.map((side) => lengthOf(sides[side]))) / (turnMs * people) + 1e-9)
  return {
    rounds: Array.from({ length: whole }, (_, round): RodRound => ({
      usual: turnOf(sides.usual, round, turnMs * people),
      tried: turnOf(sides.tried, round, turnMs * people),
    })),
    turns: (anglers.length > 0 ? anglers : aboard(day).slice(0, 1)).map((angler, place) => {
      const own = (side: Side): number => lengthOf(sides[side].filter((piece) => piece.angler === angler))
      const { lure, leftMs } = nextTurn(test, place, { usual: own('usual'), tried: own('tried') })
      return { angler, lure, leftMs }
    }),
  }
}

interface Piece {
  readonly angler: Angler
  readonly fromMs: EpochMs
  readonly toMs: EpochMs
  readonly strikesMs: readonly number[]
}

function fishedOn(
  test: RodTest,
  side: Side,
  { stints, strikes }: Pick<DeckDay, 'stints' | 'strikes'>,
  nowMs: EpochMs,
): Piece[] {
  const [startMs, endMs] = [epochMs(test.start), test.end ? Math.min(epochMs(test.end), nowMs) : nowMs]
  return stints
    .filter(({ lure }) => lure === test[side])
    .flatMap((stint): Piece[] => {
      const fromMs = Math.max(startMs, epochMs(stint.start))
      const toMs = Math.min(endMs, stint.end ? epochMs(stint.end) : endMs)
      if (toMs <= fromMs) return []
      const strikesMs = strikes
        .filter((strike) => strike.stint === stint.id && isStrike(strike) && !strike.sameFish)
        .map(({ time }) => epochMs(time))
        .filter((ms) => ms >= fromMs && ms <= toMs)
        .sort((one, other) => one - other)
      return [{ angler: stint.angler ?? null, fromMs, toMs, strikesMs }]
    })
    .sort((one, other) => one.fromMs - other.fromMs)
}

const lengthOf = (pieces: readonly Piece[]): number => pieces.reduce((sum, { fromMs, toMs }) => sum + toMs - fromMs, 0)

/** What a rod brought in one round: its time is counted as it was fished, however it was spread. */
function turnOf(pieces: readonly Piece[], round: number, lengthMs: DurationMs): TurnBouts {
  const [from, to] = [round * lengthMs, (round + 1) * lengthMs]
  let [spent, bouts] = [0, 0]
  for (const { fromMs, toMs, strikesMs } of pieces) {
    for (const [i, ms] of strikesMs.entries()) {
      const at = spent + ms - fromMs
      const isNew = i === 0 || ms - (strikesMs[i - 1] ?? 0) > FLURRY_MS
      if (at >= from && at < to && isNew) bouts++
    }
    spent += toMs - fromMs
  }
  return { bouts, hours: lengthMs / HOUR_MS }
}

/** Two people begin with different rods and change hands halfway through the round. */
function nextTurn(
  { seed, usual, tried, turnMin }: RodTest,
  place: number,
  own: Readonly<Record<Side, number>>,
): Omit<Turn, 'angler'> {
  const turnMs = turnMin * MINUTE_MS
  const round = Math.floor(Math.min(own.usual, own.tried) / turnMs + 1e-9)
  const isTriedFirst = triedFirst(seed, round) === (place % 2 === 0)
  const order: readonly Side[] = isTriedFirst ? ['tried', 'usual'] : ['usual', 'tried']
  const quota = (round + 1) * turnMs
  const side = order.find((one) => own[one] < quota) ?? order[0] ?? 'usual'
  return { lure: side === 'tried' ? tried : usual, leftMs: Math.max(0, quota - own[side]) }
}

/** The test that is under way on a trip: of two phones that began one at once, the earlier. */
export const openTest = (tests: readonly RodTest[], trip: Id<'trip'>): RodTest | undefined =>
  tests
    .filter((test) => test.trip === trip && !test.end)
    .sort((one, other) => epochMs(one.start) - epochMs(other.start) || (one.id < other.id ? -1 : 1))[0]

/** Whether two tests ask the same, either way round. */
export const samePair = (one: RodTest, other: RodTest): boolean =>
  (one.usual === other.usual && one.tried === other.tried) || (one.usual === other.tried && one.tried === other.usual)

/** The rounds of an earlier test, told as a later one of the same pair asks. */
export const roundsAs = (test: RodTest, earlier: RodTest, rounds: readonly RodRound[]): RodRound[] =>
  rounds.map((round) => (earlier.tried === test.tried ? round : { usual: round.tried, tried: round.usual }))

/** Whether a lure is one of the two. */
export const isTestLure = (test: RodTest, lure: Id<'lure'>): boolean => lure === test.usual || lure === test.tried
