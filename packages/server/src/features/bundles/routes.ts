import { Router, raw } from 'express'
import { EXPORT_AUDIENCES, EmptyBody, Problem, isAmong, seesPlaces } from '@jotbook/contract'
import type { ImportLine } from '@jotbook/contract'
import { ZIP_LIMITS, writePlacesGeoJson, writePlacesGpx, zipStream } from '@jotbook/core/formats'
import { answerAsItGoes } from '../../platform/answerAsItGoes.ts'
import { bookOf } from '../../platform/bookGuard.ts'
import type { Database } from '../../platform/database.ts'
import { UNWATCHED } from '../../platform/longWork.ts'
import { validated } from '../../platform/validated.ts'
import { sendParts } from '../../platform/sendParts.ts'
import { Turns } from '../../platform/turns.ts'
import { noteEvent } from '../events/repository.ts'
import { bookJson, bundleFiles, recordsOfBook, wholeBook } from './exportBook.ts'
import { importBundle, namespaceOf } from './importBundle.ts'
import { readArchive } from './readArchive.ts'
import { undoImport } from './undoImport.ts'

const PLACES_AS = {
  geojson: [writePlacesGeoJson, 'places.geojson', 'application/geo+json'],
  gpx: [writePlacesGpx, 'places.gpx', 'application/gpx+xml'],
} as const

const FORMATS = Object.keys(EXPORT_AUDIENCES) as (keyof typeof EXPORT_AUDIENCES)[]

const NEVER = new AbortController().signal

// eslint-disable-next-line max-lines-per-function -- a list of routes
export function bundleRoutes(database: Database, now: () => number): Router {
  const router = Router({ mergeParams: true })
  /** Imports and exports of whole books, two at a time. */
  const turns = new Turns(2)

  router.post(
    '/imports',
    raw({ type: 'application/zip', limit: ZIP_LIMITS.fileBytes, inflate: false }),
    async (request, response) => {
      const { book, account, author, within } = bookOf(request)
      const archive: unknown = request.body
      if (!Buffer.isBuffer(archive))
        throw new Problem('wrong-content-type', 'Send the bundle as one archive of type application/zip.')
      const ask = {
        bookId: book,
        author,
        namespace: namespaceOf(request.query.namespace),
        dryRun: request.query.dry === '1',
        ...sameNamesOf(request.query),
      }
      // It runs in one transaction: called off, nothing of it stays.
      await answerAsItGoes(response, (watch) =>
        turns.run(account, watch.signal, async () => {
          const read = (known: ReadonlySet<string>) => readArchive({ archive, known }, watch)
          const line: ImportLine = { report: await within((tx) => importBundle(tx, { ...ask, read }, now(), watch)) }
          if (line.report.applied)
            await noteEvent(
              database,
              { kind: 'imported', account, bookId: book, memberId: author.memberId, detail: 'bundle' },
              now(),
            )
          return line
        }),
      )
    },
  )

  router.post('/imports/:firstSeq/undo', ...validated(EmptyBody), async (request, response) => {
    const { book, account, author, within } = bookOf(request)
    const firstSeq = Number(request.params.firstSeq)
    if (!Number.isSafeInteger(firstSeq) || firstSeq < 1) throw new Problem('not-found', 'There is no such import.')
    const records = await turns.run(account, NEVER, () =>
      within((tx) => undoImport(tx, { bookId: book, memberId: author.memberId, firstSeq }, now(), UNWATCHED)),
    )
    await noteEvent(database, { kind: 'import-undone', account, bookId: book, memberId: author.memberId }, now())
    response.json({ records })
  })

  router.get('/export', async (request, response) => {
    const { book, account, author, within } = bookOf(request)
    const places = seesPlaces(author.role) && request.query.places !== '0'
    const as = FORMATS.find((format) => format === request.query.as) ?? 'csv'
    if (!isAmong(author.role, EXPORT_AUDIENCES[as]))
      throw new Problem('not-allowed', `As ${author.role} you may not export this.`)
    if ((as === 'geojson' || as === 'gpx') && !places)
      throw new Problem('not-allowed', 'These files are nothing but places, which are not told here.')
    await noteEvent(database, { kind: 'exported', account, bookId: book, memberId: author.memberId, detail: as }, now())
    await turns.run(account, NEVER, async () => {
      if (as === 'json')
        return sendParts(
          response.attachment('book.json').type('application/json'),
          bookJson(within, book, { withPictures: true }),
        )
      if (as === 'whole')
        return sendParts(
          response.attachment('jot-book.zip').type('application/zip'),
          zipStream(wholeBook(within, book)),
        )
      if (as === 'geojson' || as === 'gpx') {
        const [write, name, type] = PLACES_AS[as]
        response
          .attachment(name)
          .type(type)
          .send(write(await within((db) => recordsOfBook(db, book))))
        return
      }
      const units = request.query.units === 'imperial' ? 'imperial' : 'si'
      await sendParts(
        response.attachment('jot-book.zip').type('application/zip'),
        zipStream(bundleFiles(within, book, { units, withoutPlaces: !places })),
      )
    })
  })

  return router
}

/** `same=1`, and `apart=kind id` for each that is another one all the same. */
function sameNamesOf({ same, apart }: Record<string, unknown>): { sameNamesBut?: ReadonlySet<string> } {
  if (same !== '1') return {}
  const list = (Array.isArray(apart) ? (apart as unknown[]) : [apart]).filter(
    (one): one is string => typeof one === 'string',
  )
  return { sameNamesBut: new Set(list) }
}
