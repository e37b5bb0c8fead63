import { Router, raw } from 'express'
import { Problem } from '@jotbook/contract'
import type { ImportLine } from '@jotbook/contract'
import { ZIP_LIMITS, ZipRefusal, unzipBundle, writePlacesGeoJson, writePlacesGpx, zipBundle } from '@jotbook/core/formats'
import { answerAsItGoes } from '../../platform/answerAsItGoes.ts'
import type { Database } from '../../platform/database.ts'
import { bookOf } from '../../platform/bookGuard.ts'
import { exportBundle, exportJson, recordsOfBook } from './exportBook.ts'
import { importBundle, namespaceOf } from './importBundle.ts'

const PLACES_AS = {
  geojson: [writePlacesGeoJson, 'places.geojson', 'application/geo+json'],
  gpx: [writePlacesGpx, 'places.gpx', 'application/gpx+xml'],
} as const

export function bundleRoutes(database: Database, now: () => number): Router {
  const router = Router({ mergeParams: true })

  router.post('/imports', raw({ type: 'application/zip', limit: ZIP_LIMITS.fileBytes }), async (request, response) => {
    const { book, author } = bookOf(request)
    if (author.role !== 'owner') throw new Problem('not-allowed', 'Only the book’s owner may import.')
    if (!Buffer.isBuffer(request.body)) throw new Problem('wrong-content-type', 'Send the bundle as one archive of type application/zip.')
    const files = unpacked(request.body)
    const namespace = namespaceOf(request.query.namespace)
    const ask = { bookId: book, author, namespace, files, dryRun: request.query.dry === '1' }
    // It runs in one transaction: called off, nothing of it stays.
    await answerAsItGoes(response, async (watch) => {
      const line: ImportLine = { report: await database.transaction((tx) => importBundle(tx, ask, now(), watch)) }
      return line
    })
  })

  router.get('/export', async (request, response) => {
    const { book, author } = bookOf(request)
    const places = author.role !== 'viewer' && request.query.places !== '0'
    if (request.query.as === 'json') {
      if (author.role !== 'owner') throw new Problem('not-allowed', 'Only the book’s owner may export the whole book.')
      response
        .attachment('book.json')
        .type('application/json')
        .send(await exportJson(database, book))
      return
    }
    if (request.query.as === 'geojson' || request.query.as === 'gpx') {
      if (!places) throw new Problem('not-allowed', 'These files are nothing but places, which are not told here.')
      const [write, name, type] = request.query.as === 'gpx' ? PLACES_AS.gpx : PLACES_AS.geojson
      response
        .attachment(name)
        .type(type)
        .send(write(await recordsOfBook(database, book)))
      return
    }
    const units = request.query.units === 'imperial' ? 'imperial' : 'si'
    const files = await exportBundle(database, book, { units, withoutPlaces: !places })
    response
      .attachment('jot-book.zip')
      .type('application/zip')
      .send(Buffer.from(zipBundle(files)))
  })

  return router
}

function unpacked(body: Buffer): Map<string, Uint8Array> {
  try {
    return unzipBundle(body)
  } catch (error) {
    if (!(error instanceof ZipRefusal)) throw error
    throw error.limit ? new Problem('too-large', error.message, { limit: error.limit }) : new Problem('invalid-request', error.message)
  }
}
