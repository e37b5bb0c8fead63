import { Router } from 'express'
import { LongQuestionBody, longQuestion } from '@jotbook/contract'
import type { AnalysisLine } from '@jotbook/contract'
import { answerAsItGoes } from '../../platform/answerAsItGoes.ts'
import { bookOf } from '../../platform/bookGuard.ts'
import { validated } from '../../platform/validated.ts'
import { recordsOfBook } from '../bundles/exportBook.ts'
import { answerLong } from './answerLong.ts'

/** Questions to a whole book that take seconds, for devices that leave them to the server. */
export function analysisRoutes(): Router {
  const router = Router({ mergeParams: true })
  router.post('/analyses', ...validated(LongQuestionBody), async (request, response) => {
    const { book, account, within } = bookOf(request)
    const question = longQuestion(request.body)
    const asked = { account, question, read: () => within((db) => recordsOfBook(db, book)) }
    await answerAsItGoes<number>(response, async (watch, tell: (line: AnalysisLine) => void) => {
      const answer = await answerLong(asked, { ...watch, onEarly: (early) => tell({ early }) })
      return { answer } satisfies AnalysisLine
    })
  })
  return router
}
