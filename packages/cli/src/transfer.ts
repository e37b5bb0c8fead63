import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { eq } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { LOCAL_ACCOUNT, access, createBook, exportBundle, exportJson, importBundle, recordsOfBook, restoreBook } from '@jotbook/server'
import type { Database } from '@jotbook/server'
import { writePlacesGeoJson, writePlacesGpx } from '@jotbook/core/formats'
import { bundleFiles, namespaceOfPath, remarkText, soundBundle } from './bundleFiles.ts'
import { bookNamed, withDatabase } from './database.ts'
import { Failure } from './failure.ts'

export interface ImportCall {
  readonly book: string
  readonly namespace?: string
  readonly dryRun?: boolean
  readonly json?: boolean
}

/** `jot import book.json`: a whole book, made anew under the name asked for. */
async function restoreFrom(path: string, name: string): Promise<number> {
  const text = readFileSync(path, 'utf8')
  const records = await withDatabase((database) =>
    database.transaction(async (tx) => {
      if (await bookNamed(database, name)) throw new Failure(`There is a book called ${name} already; a whole book is only read into a new one.`, 2)
      return restoreBook(tx, LOCAL_ACCOUNT, uuidv7(), text, Date.now())
    }),
  )
  console.log(`Made the book again from ${path}: ${records} records.`)
  return 0
}

/** `jot import`: a bundle into a book, which is made when there is none of that name. All or nothing. */
export async function importInto(path: string, { book: name, namespace = namespaceOfPath(path), dryRun = false, json }: ImportCall): Promise<number> {
  if (/\.json$/i.test(path)) return restoreFrom(path, name)
  soundBundle(path)
  const report = await withDatabase((database) =>
    database.transaction(async (tx) => {
      const nowMs = Date.now()
      const found = await bookNamed(database, name)
      const book = found ?? (await createBook(tx, LOCAL_ACCOUNT, { id: uuidv7(), name }, nowMs))
      const [member] = await tx.select({ memberId: access.memberId }).from(access).where(eq(access.bookId, book.id))
      if (!member) throw new Failure(`The book ${name} has no owner.`, 1)
      return importBundle(tx, { bookId: book.id, author: { memberId: member.memberId, role: 'owner' }, namespace, files: bundleFiles(path), dryRun }, nowMs)
    }),
  )
  if (json) console.log(JSON.stringify(report, null, 2))
  else {
    for (const remark of [...report.faults, ...report.looseEnds, ...report.remarks]) console.log(remarkText(remark))
    console.log(`${dryRun ? 'Would import' : 'Imported'} ${report.created} new and ${report.changed} changed records; ${report.unchanged} were unchanged.`)
  }
  return report.faults.length > 0 ? 1 : 0
}

export interface ExportCall {
  readonly book: string
  readonly out: string
  readonly as: string
  readonly units: string
  readonly places: boolean
}

const FORMATS = ['csv', 'json', 'geojson', 'gpx', 'arrow', 'parquet'] as const
type Format = (typeof FORMATS)[number]

/** `jot export`: a book as the files of a bundle, whole as one JSON document, its places, or its segments for analysis elsewhere. */
export async function exportFrom({ book: name, out, as, units, places }: ExportCall): Promise<number> {
  const format = FORMATS.find((one) => one === as)
  if (!format) throw new Failure(`--as takes ${FORMATS.join(', ')}, not ${as}.`, 2)
  if (units !== 'si' && units !== 'imperial') throw new Failure(`--units takes si or imperial, not ${units}.`, 2)
  if (format === 'json' && !places) throw new Failure('book.json is the whole book, places too; leave out --no-places, or export csv.', 2)
  if ((format === 'geojson' || format === 'gpx') && !places) throw new Failure(`${format} is nothing but places; leave out --no-places, or export csv.`, 2)
  const files = await withDatabase(async (database) => {
    const book = await bookNamed(database, name)
    if (!book) throw new Failure(`There is no book called ${name}.`, 2)
    return filesOf(database, book.id, format, units, places)
  })
  mkdirSync(out, { recursive: true })
  for (const [file, content] of files) writeFileSync(join(out, file), content)
  console.log(`Wrote ${[...files.keys()].join(', ')} to ${out}.`)
  return 0
}

async function filesOf(database: Database, book: string, format: Format, units: 'si' | 'imperial', places: boolean): Promise<Map<string, string | Uint8Array>> {
  if (format === 'csv') return exportBundle(database, book, { units, withoutPlaces: !places })
  if (format === 'json') return new Map([['book.json', await exportJson(database, book)]])
  const records = await recordsOfBook(database, book)
  if (format === 'geojson') return new Map([['places.geojson', writePlacesGeoJson(records)]])
  if (format === 'gpx') return new Map([['places.gpx', writePlacesGpx(records)]])
  const { arrowFile, parquetFile, segmentColumns } = await import('./segments.ts')
  const columns = segmentColumns(records, places)
  return new Map([[`segments.${format}`, format === 'arrow' ? arrowFile(columns) : parquetFile(columns)]])
}
