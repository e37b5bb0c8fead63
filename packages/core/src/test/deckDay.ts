import type { EpochMs } from '../time/index.ts'
import { applied, takeInHand } from '../deck/index.ts'
import type { Angler, DeckDay, NewId } from '../deck/index.ts'

export const emptyDay = (startMs: EpochMs, anglers: string[] = []): DeckDay => ({
  trip: { id: 'trip', water: 'water', start: new Date(startMs).toISOString(), anglers },
  stints: [],
  strikes: [],
  readings: [],
})

export const handTo = (
  day: DeckDay,
  lure: string,
  atMs: EpochMs,
  newId: NewId,
  anglers: readonly Angler[] = [null],
): DeckDay => applied(day, takeInHand(day, { anglers, rod: { lure }, atMs }, newId))
