import { takeInHand } from '../deck/index.ts'
import type { Angler, DeckDay, DeckEdit, NewId } from '../deck/index.ts'

export const emptyDay = (startMs: number, anglers: string[] = []): DeckDay => ({
  trip: { id: 'trip', water: 'water', start: new Date(startMs).toISOString(), anglers },
  stints: [],
  strikes: [],
  readings: [],
})

/** The day after some edits, as a device store would show it. */
export function applyTo(day: DeckDay, edits: readonly DeckEdit[]): DeckDay {
  return edits.reduce((now, { kind, id, fields }) => {
    if (kind === 'trip') return { ...now, trip: { ...now.trip, ...fields } }
    const list = { stint: 'stints', strike: 'strikes', reading: 'readings' }[kind as 'stint'] as 'stints'
    const rest = now[list].filter((record) => record.id !== id)
    const held = now[list].find((record) => record.id === id)
    return { ...now, [list]: 'deletedAt' in fields ? rest : [...rest, { ...held, id, ...fields } as never] }
  }, day)
}

export const handTo = (day: DeckDay, lure: string, atMs: number, newId: NewId, anglers: readonly Angler[] = [null]): DeckDay =>
  applyTo(day, takeInHand(day, { anglers, rod: { lure }, atMs }, newId))
