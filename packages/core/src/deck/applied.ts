import type { DeckDay, DeckEdit } from './types.ts'

const LISTS: Readonly<Record<string, 'stints' | 'strikes' | 'readings' | undefined>> = {
  stint: 'stints',
  strike: 'strikes',
  reading: 'readings',
}

/** A day after some edits, as the device store will show it. */
export function applied(day: DeckDay, edits: readonly DeckEdit[]): DeckDay {
  return edits.reduce((now, { kind, id, fields }) => {
    if (kind === 'trip') return { ...now, trip: { ...now.trip, ...fields } }
    const list = LISTS[kind]
    if (!list) return now
    const held = now[list].find((record) => record.id === id)
    const rest = now[list].filter((record) => record.id !== id)
    return { ...now, [list]: 'deletedAt' in fields ? rest : [...rest, { ...held, id, ...fields }] }
  }, day)
}
