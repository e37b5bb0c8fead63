import type { Mapping } from './mapping.ts'
import { wordKey } from './words.ts'

/** A record of the book that a foreign file may mean by its name. */
export interface NamedRecord {
  readonly id: string
  readonly name: string
}

/** Kinds that a file means by their names; people have no record, their name is their id. */
export const NAMED_KINDS = ['water', 'lure', 'person'] as const
export type NamedKind = (typeof NAMED_KINDS)[number]

/** A name in the file, and the record of the book it stands for; `''` where it is new. */
export interface NameInFile {
  readonly kind: NamedKind
  readonly name: string
  readonly rows: number
  readonly sameAs: string
}

/** Under what `Mapping.same` keeps a name. */
export const nameKey = (kind: NamedKind, name: string): string => `${kind} ${wordKey(name)}`

export const sameName = (records: readonly NamedRecord[], name: string): NamedRecord | undefined =>
  records.find((record) => wordKey(record.name) === wordKey(name))

/** The names of a file as they are met, each with whom it is taken for. */
export class NamesOfFile {
  private readonly seen = new Map<string, NameInFile>()

  /** Given what was said of names, as the mapping keeps it. */
  constructor(private readonly said: Mapping['same']) {}

  all = (): NameInFile[] => [...this.seen.values()]

  /** Who or what a name stands for: as it was said, else the one of the book with the same name. A name spelt in two ways is one. */
  meant(kind: NamedKind, name: string, held: readonly NamedRecord[]): NameInFile {
    const key = nameKey(kind, name)
    const seen = this.seen.get(key)
    const said = this.said?.[key]
    // What was said of an earlier file may have been deleted since.
    const isSaid = said === '' || held.some(({ id }) => id === said)
    const sameAs = seen?.sameAs ?? (isSaid ? said : undefined) ?? sameName(held, name)?.id ?? ''
    const known = { kind, name: seen?.name ?? name, rows: (seen?.rows ?? 0) + 1, sameAs }
    this.seen.set(key, known)
    return known
  }
}
