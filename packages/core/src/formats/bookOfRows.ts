import type { BookRecords } from '../effort/index.ts'
import type { BundleKind } from './tables.ts'
import type { BundleRow } from './readBundle.ts'

/** The rows of a sound bundle as records, under the bundle's own ids: what the command line analyses without a database. */
export function bookOfRows(rows: readonly BundleRow[]): BookRecords {
  const of = <R>(kind: BundleKind): R[] =>
    rows.filter((row) => row.kind === kind).map(({ foreignId, fields }) => ({ ...fields, id: foreignId }) as R)
  return {
    waters: of('water'),
    spots: of('spot'),
    lures: of('lure'),
    setups: of('setup'),
    trips: of('trip'),
    stints: of('stint'),
    readings: of('reading'),
    strikes: of('strike'),
  }
}
