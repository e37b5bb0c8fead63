import type { BookMeta } from './deviceStore.ts'

/** So many revisions are remembered, and so many trips of each are named. */
const [MOST_REVISIONS, MOST_TRIPS] = [200, 50]

/** The trips that a change touches; undefined: it may be any. *Aside*: nothing that is worked out from the book reads it. */
export type Touched = readonly string[] | undefined | 'aside'

/** A book's entry at its next revision, with the trips whose records it touches. What lies aside makes no revision: nothing is worked out anew. */
export function revised(meta: BookMeta, trips: Touched): BookMeta {
  if (trips === 'aside') return meta
  const named = trips && [...new Set(trips)].filter((trip) => trip !== '')
  const revision = meta.revision + 1
  const touched = named && named.length <= MOST_TRIPS ? named : undefined
  return { ...meta, revision, touched: [...(meta.touched ?? []), [revision, touched] as const].slice(-MOST_REVISIONS) }
}

/** The trips whose records were touched after a revision; undefined where it is not known of all of them. */
export function touchedSince({ revision, touched = [] }: BookMeta, since: number): ReadonlySet<string> | undefined {
  const later = touched.filter(([at]) => at > since)
  if (later.length !== revision - since) return undefined
  const trips = later.map(([, named]) => named)
  return trips.includes(undefined) ? undefined : new Set(trips.flatMap((named) => named ?? []))
}
