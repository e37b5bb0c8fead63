import { createHash } from 'node:crypto'
import { Router, raw } from 'express'
import { isoUtc } from '@jotbook/core'
import { Problem } from '@jotbook/contract'
import { bookOf } from '../../platform/bookGuard.ts'
import { withoutMetadata } from './withoutMetadata.ts'
import { MOST_PICTURE_BYTES, keepPicture, pictureOf, picturesBytes } from './repository.ts'

const SHA256 = /^[0-9a-f]{64}$/

/** Pictures by the hash of their bytes: sent twice, kept once. */
export function pictureRoutes(now: () => number): Router {
  const router = Router({ mergeParams: true })

  router.put(
    '/pictures/:sha256',
    raw({ type: 'image/jpeg', limit: '4mb', inflate: false }),
    async (request, response) => {
      const { book, within } = bookOf(request)
      const jpeg: unknown = request.body
      if (!Buffer.isBuffer(jpeg) || jpeg[0] !== 0xff || jpeg[1] !== 0xd8)
        throw new Problem('wrong-content-type', 'Send the picture as image/jpeg.')
      if (createHash('sha256').update(jpeg).digest('hex') !== request.params.sha256)
        throw new Problem('invalid-request', 'The picture does not have the hash it was sent under.', {
          field: 'sha256',
        })
      const bare = withoutMetadata(jpeg)
      if (!bare) throw new Problem('wrong-content-type', 'This is no whole JPEG picture.')
      await within(async (db) => {
        if ((await picturesBytes(db, book)) + bare.length > MOST_PICTURE_BYTES)
          throw new Problem('too-large', 'The book holds as many pictures as it can: 2 GB.')
        await keepPicture(db, book, request.params.sha256, bare, isoUtc(now()))
      })
      response.status(204).end()
    },
  )

  router.get('/pictures/:sha256', async (request, response) => {
    const { book, within } = bookOf(request)
    const { sha256 } = request.params
    const jpeg = SHA256.test(sha256) ? await within((db) => pictureOf(db, book, sha256)) : undefined
    if (!jpeg) throw new Problem('not-found', 'The book has no such picture.')
    // The page keeps what it has seen until signing out; no cache of the browser's own outlives that.
    response.type('image/jpeg').set('Cache-Control', 'no-store').send(jpeg)
  })

  return router
}
