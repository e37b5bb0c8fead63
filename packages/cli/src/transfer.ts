import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { eq } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import {
  LOCAL_ACCOUNT,
  access,
  createBook,
  bookJson,
  bundleFiles as filesOfBundle,
  importBundle,
  inBook,
  readFiles,
  recordsOfBook,
  restoreBook,
  wholeBook,
} from '@jotbook/server'
import type { Database, Within } from '@jotbook/server'
import { writePlacesGeoJson, writePlacesGpx, zipStream } from '@jotbook/core/formats'
import { bundleFiles, namespaceOfPath, remarkText, soundBundle } from './bundleFiles.ts'
import { bookNamed, withDatabase } from './database.ts'
import { Failure } from './failure.ts'

export interface ImportCall {
  readonly book: string
  readonly namespace?: string
  readonly dryRun?: boolean
  readonly json?: boolean
}

const holdsWholeBook = (path: string): boolean => /\.zip$/i.test(path) && bundleFiles(path).has('book.json')

/** `jot import book.json`, or an archive of it with its pictures: a whole book, made anew under the name asked for. */
async function restoreFrom(path: string, name: string): Promise<number> {
  const files = /\.zip$/i.test(path) ? bundleFiles(path) : new Map([['book.json', readFileSync(path)]])
  const records = await withDatabase(async (database) => {
    if (await bookNamed(database, name))
      throw new Failure(`There is a book called ${name} already; a whole book is only read into a new one.`, 2)
    return database.transaction((tx) => restoreBook(tx, LOCAL_ACCOUNT, uuidv7(), files, Date.now()))
  })
  console.log(`Made the book again from ${path}: ${records} records.`)
  return 0
}

/** `jot import`: a bundle into a book, which is made when there is none of that name. All or nothing. */
export async function importInto(
  path: string,
  { book: name, namespace = namespaceOfPath(path), dryRun = false, json }: ImportCall,
): Promise<number> {
  if (/\.json$/i.test(path) || holdsWholeBook(path)) return restoreFrom(path, name)
  soundBundle(path)
  const report = await withDatabase(async (database) => {
    const nowMs = Date.now()
    const found = await bookNamed(database, name)
    const id = found?.id ?? uuidv7()
    return inBook(database, id, async (tx) => {
      const book = found ?? (await createBook(tx, LOCAL_ACCOUNT, { id, name }, nowMs))
      const [member] = await tx.select({ memberId: access.memberId }).from(access).where(eq(access.bookId, book.id))
      if (!member) throw new Failure(`The book ${name} has no owner.`, 1)
      return importBundle(
        tx,
        {
          bookId: book.id,
          author: { memberId: member.memberId, role: 'owner' },
          namespace,
          read: readFiles(bundleFiles(path)),
          dryRun,
        },
        nowMs,
      )
    })
  })
  if (json) console.log(JSON.stringify(report, null, 2))
  else {
    for (const remark of [...report.faults, ...report.looseEnds, ...report.remarks]) console.log(remarkText(remark))
    console.log(
      `${dryRun ? 'Would import' : 'Imported'} ${report.created} new and ${report.changed} changed records; ${report.unchanged} were unchanged.`,
    )
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

const FORMATS = ['csv', 'json', 'whole', 'geojson', 'gpx', 'arrow', 'parquet'] as const
type Format = (typeof FORMATS)[number]

/** `jot export`: a book as the files of a bundle, whole as one JSON document, its places, or its segments for analysis elsewhere. */
export async function exportFrom({ book: name, out, as, units, places }: ExportCall): Promise<number> {
  const format = FORMATS.find((one) => one === as)
  if (!format) throw new Failure(`--as takes ${FORMATS.join(', ')}, not ${as}.`, 2)
  if (units !== 'si' && units !== 'imperial') throw new Failure(`--units takes si or imperial, not ${units}.`, 2)
  if ((format === 'json' || format === 'whole') && !places)
    throw new Failure('book.json is the whole book, places too; leave out --no-places, or export csv.', 2)
  if ((format === 'geojson' || format === 'gpx') && !places)
    throw new Failure(`${format} is nothing but places; leave out --no-places, or export csv.`, 2)
  const files = await withDatabase(async (database) => {
    const book = await bookNamed(database, name)
    if (!book) throw new Failure(`There is no book called ${name}.`, 2)
    return filesOf(database, book.id, format, { units, places })
  })
  mkdirSync(out, { recursive: true })
  for (const [file, content] of files) writeFileSync(join(out, file), content)
  console.log(`Wrote ${[...files.keys()].join(', ')} to ${out}.`)
  return 0
}

async function filesOf(
  database: Database,
  book: string,
  format: Format,
  { units, places }: { readonly units: 'si' | 'imperial'; readonly places: boolean },
): Promise<Map<string, string | Uint8Array>> {
  const within: Within = (work) => inBook(database, book, work)
  if (format === 'csv') return collectedFiles(filesOfBundle(within, book, { units, withoutPlaces: !places }))
  if (format === 'json')
    return new Map([['book.json', await collectedText(bookJson(within, book, { withPictures: true }))]])
  if (format === 'whole') return new Map([['jot-book.zip', await collected(zipStream(wholeBook(within, book)))]])
  const records = await within((db) => recordsOfBook(db, book))
  if (format === 'geojson') return new Map([['places.geojson', writePlacesGeoJson(records)]])
  if (format === 'gpx') return new Map([['places.gpx', writePlacesGpx(records)]])
  const { arrowFile, parquetFile, segmentColumns } = await import('./segments.ts')
  const columns = segmentColumns(records, places)
  return new Map([[`segments.${format}`, format === 'arrow' ? arrowFile(columns) : parquetFile(columns)]])
}

async function collectedFiles(files: AsyncIterable<readonly [string, Uint8Array]>): Promise<Map<string, Uint8Array>> {
  const all = new Map<string, Uint8Array>()
  for await (const [name, content] of files) all.set(name, content)
  return all
}

async function collectedText(parts: AsyncIterable<string>): Promise<Uint8Array> {
  const all: Uint8Array[] = []
  for await (const part of parts) all.push(Buffer.from(part))
  return Buffer.concat(all)
}

async function collected(parts: AsyncIterable<Uint8Array>): Promise<Uint8Array> {
  const all: Uint8Array[] = []
  for await (const part of parts) all.push(part)
  return Buffer.concat(all)
}
