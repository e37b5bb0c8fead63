import { expect, it } from 'vitest'
import { QuestionError } from '@jotbook/core'
import { answerOf } from './workerAnswers.ts'

it('a question the book cannot answer is told in the core’s words, a fault of ours as one, without them', async () => {
  const problemOf = async (error: Error) => (await answerOf(() => Promise.reject(error))) as { error: unknown }
  expect(await problemOf(new QuestionError('no strike yet'))).toMatchObject({
    error: { type: '/problems/no-answer', detail: 'no strike yet' },
  })
  const { error } = await problemOf(new TypeError('x is not a function'))
  expect(error).toMatchObject({ type: '/problems/internal' })
  expect(JSON.stringify(error)).not.toContain('not a function')
})
