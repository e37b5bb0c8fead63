import { createHash } from 'node:crypto'
import { Router, raw } from 'express'
import { isoUtc } from '@jotbook/core'
import { Problem, isAllowed } from '@jotbook/contract'
import { bookOf } from '../../platform/bookGuard.ts'
import type { Database } from '../../platform/database.ts'
import { keepPicture, pictureOf } from './repository.ts'

const SHA256 = /^[0-9a-f]{64}$/

/** Pictures by the hash of their bytes: sent twice, kept once. */
export function pictureRoutes(database: Database, now: () => number): Router {
  const router = Router({ mergeParams: true })

  router.put('/pictures/:sha256', raw({ type: 'image/jpeg', limit: '4mb' }), async (request, response) => {
    const { book, author } = bookOf(request)
    if (!isAllowed(author.role, 'photo', 'create')) throw new Problem('not-allowed', `As ${author.role} you may not add pictures.`)
    const jpeg: unknown = request.body
    if (!Buffer.isBuffer(jpeg) || jpeg[0] !== 0xff || jpeg[1] !== 0xd8) throw new Problem('wrong-content-type', 'Send the picture as image/jpeg.')
    if (createHash('sha256').update(jpeg).digest('hex') !== request.params.sha256)
      throw new Problem('invalid-request', 'The picture does not have the hash it was sent under.', { field: 'sha256' })
    await keepPicture(database, book, request.params.sha256, jpeg, isoUtc(now()))
    response.status(204).end()
  })

  router.get('/pictures/:sha256', async (request, response) => {
    const { book } = bookOf(request)
    const jpeg = SHA256.test(request.params.sha256) ? await pictureOf(database, book, request.params.sha256) : undefined
    if (!jpeg) throw new Problem('not-found', 'The book has no such picture.')
    response.type('image/jpeg').set('Cache-Control', 'private, immutable, max-age=31536000').send(jpeg)
  })

  return router
}
