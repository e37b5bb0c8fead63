import { epochMs } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import { aboard, begun, ended, isOf, isRod, stintsOf } from './hands.ts'
import { carried } from './presentation.ts'
import type { Angler, DeckDay, DeckEdit, NewId, Rod } from './types.ts'

interface Take {
  readonly anglers: readonly Angler[]
  readonly rod: Rod
  readonly atMs: EpochMs
  readonly reason?: string
}

/**
 * A rod is taken in hand, by one or by several at once: what each of them held ends, the new stint begins. Nothing for those who
 * hold it already. How it is fished stays with the rod, where the boat is with the boat.
 */
export function takeInHand(day: DeckDay, { anglers, rod, atMs, reason }: Take, newId: NewId): DeckEdit[] {
  return anglers.flatMap((angler) => {
    const open = day.stints.filter(isOf(angler)).filter(({ end }) => !end)
    if (open.some((stint) => isRod(stint, rod))) return []
    return [
      ...open.map((stint) => ended(stint, Math.max(atMs, epochMs(stint.start)))),
      begun(day, angler, rod, atMs, newId, { ...carried(day, angler, rod), ...(reason ? { reason } : {}) }),
    ]
  })
}

/** The clock goes on: everyone takes up the rod they had, the presentation with it. */
export function fishOn(day: DeckDay, atMs: EpochMs, newId: NewId): DeckEdit[] {
  return aboard(day).flatMap((angler) => {
    const last = stintsOf(day, angler).at(-1)
    return last?.end ? [begun(day, angler, last, atMs, newId, carried(day, angler, last))] : []
  })
}
