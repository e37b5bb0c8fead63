import { stringify } from 'csv-stringify/sync'
import type { Fields } from '../../sync/index.ts'
import { CSV_STYLE, withApostrophe, writeCell } from '../cells.ts'
import { BUNDLE_FILES, BUNDLE_KINDS, bundleColumns, hasId } from '../tables.ts'
import type { BundleKind } from '../tables.ts'

interface SheetRow {
  readonly id: string
  readonly fields: Record<string, Fields[string]>
  readonly line: number
}

/** The rows of a bundle as they are made, each with the line of the file it came from. */
export class Sheets {
  private readonly rows = new Map<BundleKind, Map<string, SheetRow>>(BUNDLE_KINDS.map((kind) => [kind, new Map()]))

  /** The row of that id, made at its first mention. */
  row(kind: BundleKind, id: string, line: number, fields: () => Record<string, Fields[string]>): SheetRow {
    const sheet = this.sheet(kind)
    let row = sheet.get(id)
    if (!row) sheet.set(id, (row = { id, fields: fields(), line }))
    return row
  }

  has = (kind: BundleKind, id: string): boolean => this.sheet(kind).has(id)
  count = (kind: BundleKind): number => this.sheet(kind).size
  fieldsOf = (kind: BundleKind): readonly Record<string, Fields[string]>[] =>
    [...this.sheet(kind).values()].map(({ fields }) => fields)

  private sheet(kind: BundleKind): Map<string, SheetRow> {
    return this.rows.get(kind) ?? new Map<string, SheetRow>()
  }

  /** The files of the bundle; kinds without a row have none. */
  files(): Map<string, string> {
    const files = new Map<string, string>()
    for (const [kind, sheet] of this.rows) {
      if (sheet.size === 0) continue
      const columns = bundleColumns(kind)
      const header = [...(hasId(kind) ? [kind] : []), ...columns.map(({ column }) => column)]
      const lines = [...sheet.values()].map(({ id, fields }) => {
        const cells = columns.map((column) => writeCell(fields[column.field], column, 'UTC'))
        return hasId(kind) ? [withApostrophe(id), ...cells] : cells
      })
      files.set(BUNDLE_FILES[kind], stringify([header, ...lines], CSV_STYLE))
    }
    return files
  }

  /** The line of the foreign file that a line of a bundle's file came from; undefined for a header. */
  sourceLine(file: string, line: number): number | undefined {
    const kind = BUNDLE_KINDS.find((candidate) => BUNDLE_FILES[candidate] === file)
    return kind === undefined ? undefined : [...this.sheet(kind).values()][line - 2]?.line
  }
}
