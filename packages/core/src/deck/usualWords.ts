import type { Id, Stint } from '../vocabulary/index.ts'
import { HOW_FIELDS, WHERE_FIELDS } from './presentation.ts'

/** By field: the words that were logged, the most used first. */
export type UsualWords = Readonly<Record<string, readonly string[]>>

interface Past {
  readonly stints: readonly Stint[]
  readonly lures: readonly { readonly id: string; readonly class: string }[]
  readonly trips: readonly { readonly id: string; readonly water: Id<'water'> }[]
}

/** What is usual: how lures of this class are fished, wherever that was, and what places on this water were like, whatever was thrown there. */
export function usualWords({ stints, lures, trips }: Past, lureClass: string, water: Id<'water'>): UsualWords {
  const ofClass = new Set(lures.filter((lure) => lure.class === lureClass).map(({ id }) => id))
  const onWater = new Set(trips.filter((trip) => trip.water === water).map(({ id }) => id))
  const how = stints.filter(({ lure }) => ofClass.has(lure))
  const where = stints.filter(({ trip }) => onWater.has(trip))
  return Object.fromEntries([
    ...HOW_FIELDS.map((field) => [field, mostUsed(how, field)] as const),
    ...WHERE_FIELDS.map((field) => [field, mostUsed(where, field)] as const),
  ])
}

function mostUsed(stints: readonly Stint[], field: string): string[] {
  const uses = new Map<string, number>()
  for (const stint of stints) {
    const word = (stint as Readonly<Record<string, unknown>>)[field]
    if (typeof word === 'string' && word !== '') uses.set(word, (uses.get(word) ?? 0) + 1)
  }
  return [...uses].sort(([, a], [, b]) => b - a).map(([word]) => word)
}
