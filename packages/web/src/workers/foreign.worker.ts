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

export interface Refused {
  readonly refused: string
}

export interface OpenQuestions {
  readonly orders: readonly DateOrder[]
  readonly words: readonly UnknownWord[]
}

/** What a file says as its columns were told; the bundle it makes stays in the worker until it is sent. */
export interface TranslatedFile {
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

function made(): Translated {
  if (!translated) throw new Error('the file has not been read')
  return translated
}

const foreign = {
  /** Opens a file, or says in words why it cannot be. */
  open(bytes: Uint8Array, units: UnitPreferences, names: NamesInBook): OpenedTable | Refused {
    translated = undefined
    try {
      table = readTable(bytes)
    } catch (error) {
      if (error instanceof TableRefusal) return { refused: error.message }
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

  /** What the file leaves open under a mapping: how its dates may be meant, and words that nobody told yet. */
  openQuestions: (mapping: Mapping): OpenQuestions => ({
    orders: dateOrders(held(), mapping.columns),
    words: wordsToPlace(held(), mapping),
  }),

  translate(mapping: Mapping, context: TranslateContext): TranslatedFile {
    translated = translate(held(), mapping, context)
    const { faults, remarks, names } = translated
    return { faults, remarks, names }
  },

  /** The bundle of what was read last. */
  archive: (): Uint8Array<ArrayBuffer> => zipBundle(made().files) as Uint8Array<ArrayBuffer>,

  /** The lines of the opened file that lines of the bundle came from. */
  sourceLines: (places: readonly { file: string; line: number }[]): (number | undefined)[] =>
    places.map(({ file, line }) => made().sourceLine(file, line)),
}

export type Foreign = typeof foreign
expose(foreign)
