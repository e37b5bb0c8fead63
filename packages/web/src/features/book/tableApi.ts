import type { UnitPreferences } from '@jotbook/core'
import type { Mapping, NamesInBook, TranslateContext } from '@jotbook/core/formats'
import { api } from '../../state/api.ts'
import { answerOf } from '../../state/workerAnswers.ts'
import { foreign } from '../../workers/foreign.ts'
import type { OpenQuestions, OpenedTable, Refused, TranslatedFile } from '../../workers/foreign.worker.ts'

interface FileToOpen {
  readonly file: File
  readonly units: UnitPreferences
  readonly names: NamesInBook
}

export interface OpenedFile {
  /** A file opened anew is another, also under the same name. */
  readonly opening: number
  readonly name: string
  readonly table: OpenedTable | Refused
}

interface Reading {
  readonly mapping: Mapping
  readonly context: TranslateContext
}

let openings = 0

/** The worker that reads spreadsheets: it holds one open file, and the bundle made of it. */
const tableApi = api.injectEndpoints({
  endpoints: (build) => ({
    openTable: build.mutation<OpenedFile, FileToOpen>({
      queryFn: ({ file, units, names }) =>
        answerOf(async () => ({
          opening: ++openings,
          name: file.name,
          table: await foreign().open(new Uint8Array(await file.arrayBuffer()), units, names),
        })),
    }),
    openQuestions: build.query<OpenQuestions, { readonly opening: number; readonly mapping: Mapping }>({
      queryFn: ({ mapping }) => answerOf(() => foreign().openQuestions(mapping)),
      keepUnusedDataFor: 0,
    }),
    readTable: build.mutation<TranslatedFile, Reading>({
      queryFn: ({ mapping, context }) => answerOf(() => foreign().translate(mapping, context)),
    }),
  }),
})

export const { useOpenTableMutation, useOpenQuestionsQuery, useReadTableMutation } = tableApi
