import { bookOf } from '../effort/index.ts'
import type { BookRecords } from '../effort/index.ts'
import type { RecordOf } from '../vocabulary/index.ts'
import type { BundleRow } from './readBundle.ts'

/** The rows of a sound bundle as records, under the bundle's own ids: what the command line analyses without a database. */
export const bookOfRows = (rows: readonly BundleRow[]): BookRecords =>
  bookOf((kind) =>
    rows
      .filter((row) => row.kind === kind)
      .map(({ foreignId, fields }) => ({ ...fields, id: foreignId }) as RecordOf<typeof kind>),
  )
