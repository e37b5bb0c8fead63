import type { ImportedName, SameName } from '@jotbook/contract'
import { inSlices } from '@jotbook/core'
import type { Fields, Steps } from '@jotbook/core'
import type { BundleRow } from '@jotbook/core/formats'
import type { ForeignRecord } from './foreignIdRepository.ts'
import { nameInBook } from './namesRepository.ts'
import type { NamesInBook } from './namesRepository.ts'

const PEOPLE_FIELDS: Readonly<Record<string, string>> = { trip: 'anglers', stint: 'angler', strike: 'angler' }

function peopleOf({ kind, fields }: BundleRow): string[] {
  const value = fields[PEOPLE_FIELDS[kind] ?? '']
  return (Array.isArray(value) ? value : [value]).filter((one): one is string => typeof one === 'string' && one !== '')
}

/** New names that a report lists; the numbers tell of all of them. */
const MOST_NAMES = 200
const ROWS_A_SLICE = 1000

export interface NamesOfRows {
  /** Some of the names that come new into the book. */
  readonly newNames: readonly ImportedName[]
  readonly sameNames: readonly SameName[]
}

/** The names that a bundle brings, worked out in slices: new ones, and those that the book has already under other ids or another spelling. */
export function* namesOfRows(
  rows: readonly BundleRow[],
  earlier: readonly ForeignRecord[],
  held: NamesInBook,
): Steps<NamesOfRows> {
  const known = new Set(earlier.map(({ kind, foreignId }) => `${kind} ${foreignId}`))
  const newNames = new Map<string, ImportedName>()
  const sameNames = new Map<string, SameName>()
  const meet = (kind: ImportedName['kind'], foreignId: string, name: string): void => {
    const own = nameInBook(held, kind, name)
    if (own && own.id !== foreignId)
      sameNames.set(`${kind} ${foreignId}`, { kind, foreignId, name, recordId: own.id, heldName: own.name })
    if (!own && newNames.size < MOST_NAMES) newNames.set(`${kind} ${name}`, { kind, name })
  }
  yield* inSlices(rows, 'check', ROWS_A_SLICE, (row) => {
    const { kind, foreignId, fields } = row
    if ((kind === 'water' || kind === 'lure') && !known.has(`${kind} ${foreignId}`))
      meet(kind, foreignId, String(fields.name ?? foreignId))
    for (const name of peopleOf(row)) meet('person', name, name)
  })
  return { newNames: [...newNames.values()], sameNames: [...sameNames.values()] }
}

/**
 * The bundle with the names that are taken for the book's own: records adopted as if an earlier import had brought them with nothing in
 * them, so that only what the book does not say yet is filled in, and people under the book's spelling.
 */
export function withSameNames(
  rows: readonly BundleRow[],
  same: readonly SameName[],
): { readonly rows: readonly BundleRow[]; readonly adopted: ForeignRecord[] } {
  const adopted = same.flatMap(({ kind, foreignId, recordId }): ForeignRecord[] =>
    kind === 'person' ? [] : [{ kind, foreignId, recordId, rowHash: '', stamp: '', fields: {} }],
  )
  const spelling = new Map(
    same.flatMap(({ kind, name, heldName }) => (kind === 'person' ? [[name, heldName] as const] : [])),
  )
  if (spelling.size === 0) return { rows, adopted }
  const spelled = (name: unknown): unknown => (typeof name === 'string' ? (spelling.get(name) ?? name) : name)
  return {
    adopted,
    rows: rows.map((row) => {
      const field = PEOPLE_FIELDS[row.kind]
      const value = field === undefined ? undefined : row.fields[field]
      if (field === undefined || value === undefined || value === null) return row
      const written = Array.isArray(value) ? [...new Set(value.map(spelled))] : spelled(value)
      return { ...row, fields: { ...row.fields, [field]: written } as Fields }
    }),
  }
}
