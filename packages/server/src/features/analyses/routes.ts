import { Router, json } from 'express'
import { longQuestion } from '@jotbook/contract'
import type { AnalysisLine } from '@jotbook/contract'
import { answerAsItGoes } from '../../platform/answerAsItGoes.ts'
import { bookOf } from '../../platform/bookGuard.ts'
import type { Database } from '../../platform/database.ts'
import { recordsOfBook } from '../bundles/exportBook.ts'
import { inThread } from './inThread.ts'

/** Questions to a whole book that take seconds, for devices that leave them to the server. */
export function analysisRoutes(database: Database): Router {
  const router = Router({ mergeParams: true })
  router.post('/analyses', json(), async (request, response) => {
    const { book } = bookOf(request)
    const question = longQuestion(request.body)
    await answerAsItGoes<number>(response, async (watch) => {
      const line: AnalysisLine = { answer: await inThread({ book: await recordsOfBook(database, book), question }, watch) }
      return line
    })
  })
  return router
}
