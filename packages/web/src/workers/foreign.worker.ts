import { expose } from 'comlink'
import {
  TableRefusal,
  dateOrders,
  guessMapping,
  readTable,
  signatureOf,
  translate,
  wordsToPlace,
  zipBundle,
} from '@jotbook/core/formats'
import type {
  DateOrder,
  ForeignTable,
  Mapping,
  NameInFile,
  NamesInBook,
  RowFault,
  UnknownWord,
  TranslateContext,
  Translated,
} from '@jotbook/core/formats'
import type { UnitPreferences } from '@jotbook/core'

/** What a file of other origin looks like, as far as the screen needs it. */
export interface OpenedTable {
  readonly header: readonly string[]
  readonly preview: readonly (readonly string[])[]
  readonly rows: number
  readonly delimiter: ForeignTable['delimiter']
  readonly encoding: ForeignTable['encoding']
  readonly signature: string
  readonly guess: Mapping
}

export interface TranslatedFile {
  readonly archive: Uint8Array<ArrayBuffer>
  readonly faults: readonly RowFault[]
  readonly remarks: readonly string[]
  readonly names: readonly NameInFile[]
}

const PREVIEW_ROWS = 8
let table: ForeignTable | undefined
let translated: Translated | undefined

function held(): ForeignTable {
  if (!table) throw new Error('no file is open')
  return table
}

const foreign = {
  /** Opens a file, or says in words why it cannot be. */
  open(bytes: Uint8Array, units: UnitPreferences, names: NamesInBook): OpenedTable | string {
    try {
      table = readTable(bytes)
    } catch (error) {
      if (error instanceof TableRefusal) return error.message
      throw error
    }
    const { header, rows, delimiter, encoding } = table
    return {
      header,
      preview: rows.slice(0, PREVIEW_ROWS),
      rows: rows.length,
      delimiter,
      encoding,
      signature: signatureOf(table),
      guess: guessMapping(table, units, names),
    }
  },

  orders: (columns: readonly string[]): DateOrder[] => dateOrders(held(), columns),

  words: (mapping: Mapping): UnknownWord[] => wordsToPlace(held(), mapping),

  translate(mapping: Mapping, context: TranslateContext): TranslatedFile {
    translated = translate(held(), mapping, context)
    const archive = zipBundle(translated.files) as Uint8Array<ArrayBuffer>
    return { archive, faults: translated.faults, remarks: translated.remarks, names: translated.names }
  },

  /** The lines of the opened file that lines of the bundle came from. */
  sourceLines: (places: readonly { file: string; line: number }[]): (number | undefined)[] =>
    places.map(({ file, line }) => translated?.sourceLine(file, line)),
}

export type Foreign = typeof foreign
expose(foreign)
