import { allFields } from '../vocabulary/index.ts'
import type { Kind } from '../vocabulary/index.ts'
import type { Fields, Json } from './mergeChange.ts'

/** Kinds of which two records may turn out to be one. */
export const MERGED_KINDS = ['water', 'lure'] as const satisfies readonly Kind[]

/** Which records and people stand for which: what was merged is read as what it was merged into, wherever it is named. */
export interface Aliases {
  /** The record that stands for one; itself where it was not merged. */
  readonly of: (id: string) => string
  /** A person as the book calls them. */
  readonly person: (name: string) => string
  /** Ids of records that others stand for. */
  readonly merged: readonly string[]
  readonly isEmpty: boolean
}

export const NO_ALIASES: Aliases = { of: (id) => id, person: (name) => name, merged: [], isEmpty: true }

/**
 * Aliases of a book. Given its records that may be merged, and `people` of its settings: from a name to the one it stands for. Where devices
 * merged two records into each other, the one with the smaller id stands.
 */
export function aliasesOf(
  records: Iterable<{ readonly id: string; readonly fields: Fields }>,
  people: unknown,
): Aliases {
  const into = new Map<string, string>()
  for (const { id, fields } of records)
    if (typeof fields.mergedInto === 'string' && fields.mergedInto !== id) into.set(id, fields.mergedInto)
  const names = new Map(
    Object.entries((people ?? {}) as Readonly<Record<string, unknown>>).flatMap(([from, to]) =>
      typeof to === 'string' && to !== from ? [[from, to] as const] : [],
    ),
  )
  if (into.size === 0 && names.size === 0) return NO_ALIASES
  const of = followed(into)
  return { of, person: followed(names), merged: [...into.keys()].filter((id) => of(id) !== id), isEmpty: false }
}

/** Follows a chain of aliases to its end; round a circle, to the smallest in it. */
const followed =
  (into: ReadonlyMap<string, string>) =>
  (from: string): string => {
    const path: string[] = []
    let at = from
    for (let next = into.get(at); next !== undefined; next = into.get(at)) {
      const met = path.indexOf(at)
      if (met >= 0) return path.slice(met).reduce((least, one) => (one < least ? one : least))
      path.push(at)
      at = next
    }
    return at
  }

/** By kind: the fields that name records that may be merged. */
const REFERENCES = new Map<Kind, readonly string[]>()
const referencesOf = (kind: Kind): readonly string[] => {
  const known = REFERENCES.get(kind)
  if (known) return known
  const merged: readonly Kind[] = MERGED_KINDS
  const fields = Object.entries(allFields(kind)).flatMap(([field, spec]) =>
    spec.type === 'ref' && merged.includes(spec.to) && field !== 'mergedInto' ? [field] : [],
  )
  REFERENCES.set(kind, fields)
  return fields
}

/** A record's fields with every name of a merged record or person replaced by what stands for it. */
export function withAliases(kind: Kind, fields: Fields, aliases: Aliases): Fields {
  if (aliases.isEmpty) return fields
  const replaced: Record<string, Json> = {}
  for (const field of referencesOf(kind))
    if (typeof fields[field] === 'string') replaced[field] = aliases.of(fields[field])
  if (typeof fields.angler === 'string') replaced.angler = aliases.person(fields.angler)
  if (Array.isArray(fields.anglers))
    replaced.anglers = [
      ...new Set((fields.anglers as Json[]).map((name) => (typeof name === 'string' ? aliases.person(name) : name))),
    ]
  if (kind === 'trip' && Array.isArray(fields.deck))
    replaced.deck = (fields.deck as Json[]).map((rod) => rodWith(rod, aliases))
  return { ...fields, ...replaced }
}

function rodWith(rod: Json, aliases: Aliases): Json {
  const lure = (rod as { readonly lure?: Json } | null)?.lure
  return typeof lure === 'string' ? { ...(rod as Fields), lure: aliases.of(lure) } : rod
}

/**
 * The edit that merges one record into another: it is read as that one from then on, its old id stays known, and what the other does not say
 * is filled in from it. Undone by undoing the edit.
 */
export function mergeEdits(
  kind: (typeof MERGED_KINDS)[number],
  from: { readonly id: string; readonly fields: Fields },
  into: { readonly id: string; readonly fields: Fields },
): { kind: Kind; id: string; fields: Fields }[] {
  const missing = Object.entries(from.fields).filter(
    ([field, value]) => field in allFields(kind) && !LEFT.has(field) && isSaid(value) && !isSaid(into.fields[field]),
  )
  return [
    { kind, id: from.id, fields: { mergedInto: into.id } },
    ...(missing.length > 0 ? [{ kind, id: into.id, fields: Object.fromEntries(missing) }] : []),
  ]
}

const LEFT: ReadonlySet<string> = new Set(['name', 'mergedInto', 'deletedAt'])
const isSaid = (value: Json | undefined): boolean =>
  value !== undefined && value !== null && !(Array.isArray(value) && value.length === 0)

/** `people` of a book's settings once a person is called otherwise. The new name stands for itself from then on, whatever stood there. */
export const renamedPeople = (people: unknown, from: string, to: string): Record<string, string> => {
  const known = Object.entries((people ?? {}) as Readonly<Record<string, string>>).filter(([name]) => name !== to)
  return { ...Object.fromEntries(known), [from]: to }
}
