import { parse } from 'csv-parse/sync'
import { at } from '../../checked/index.ts'

/** A file of rows and columns of whatever origin, as it stands. */
export interface ForeignTable {
  readonly delimiter: Delimiter
  /** `latin-1` when the bytes are no UTF-8: then read as windows-1252, which spreadsheets write. */
  readonly encoding: 'utf-8' | 'latin-1'
  readonly header: readonly string[]
  readonly rows: readonly (readonly string[])[]
  /** The line of the file each row begins on, the header's being 1. */
  readonly lines: readonly number[]
}

export type Delimiter = ',' | ';' | '\t'
const DELIMITERS: readonly Delimiter[] = [',', ';', '\t']

/** A file that cannot be read as a table, with the line where that shows. */
export class TableRefusal extends Error {}

const LARGEST_BYTES = 64 * 2 ** 20

/** Throws TableRefusal that names the line. */
export function readTable(bytes: Uint8Array): ForeignTable {
  if (bytes.length > LARGEST_BYTES)
    throw new TableRefusal(`The file has ${bytes.length} bytes; at most ${LARGEST_BYTES} are taken.`)
  const { text, encoding } = decoded(bytes)
  const delimiter = guessDelimiter(text)
  let records: { record: string[]; info: { lines: number } }[]
  try {
    // Relaxed: an inch mark may stand in a name or a cell that is not quoted.
    records = parse(text, {
      bom: true,
      delimiter,
      relax_column_count: true,
      relax_quotes: true,
      info: true,
      skip_empty_lines: true,
    }) as unknown as typeof records
  } catch (error) {
    const { lines, message } = error as { lines?: number; message: string }
    throw new TableRefusal(`Line ${lines ?? 1}: the file cannot be read from here on. ${message}`)
  }
  const [first, ...rest] = records
  if (!first) throw new TableRefusal('Line 1: the file is empty; it needs a row of names over its columns.')
  const header = first.record.map((name) => name.trim())
  if (header.length < 2) throw new TableRefusal('Line 1: there is only one column; is this the right file?')
  const rows = rest.filter(({ record }) => record.some((cell) => cell.trim() !== ''))
  return {
    delimiter,
    encoding,
    header,
    rows: rows.map(({ record }) => record),
    lines: rows.map(({ info }) => info.lines),
  }
}

/** What stands in a column, without empty cells. */
export const valuesOf = (table: ForeignTable, column: number): string[] =>
  table.rows.map((row) => (row[column] ?? '').trim()).filter((cell) => cell !== '')

function decoded(bytes: Uint8Array): { text: string; encoding: ForeignTable['encoding'] } {
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), encoding: 'utf-8' }
  } catch {
    return { text: new TextDecoder('windows-1252').decode(bytes), encoding: 'latin-1' }
  }
}

/** The separator that splits the header into the most columns. */
function guessDelimiter(text: string): Delimiter {
  const [header = ''] = text.split(/\r?\n/, 1)
  const outside = header.replace(/(^|[,;\t])"(?:[^"]|"")*"/g, '$1')
  const counts = DELIMITERS.map((delimiter) => outside.split(delimiter).length)
  return at(DELIMITERS, counts.indexOf(Math.max(...counts)))
}
