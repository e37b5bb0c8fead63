import { Problem, readLine, routes } from '@jotbook/contract'
import type { AnalysisLine } from '@jotbook/contract'
import type { Id, LongAnswer, LongAnswers, LongQuestion } from '@jotbook/core'
import { fetchLines } from '../offline/index.ts'
import { inLongWorker } from './inLongWorker.ts'
import type { Watch } from './inLongWorker.ts'

/** A book of more stints is left to the server, where it can be reached. */
const LARGE_STINTS = 20_000

/**
 * Answers a question that takes seconds, in a worker of its own. Throws Problem `cancelled` once the signal says so, QuestionError
 * by name where the book cannot answer.
 */
export async function askLong<Q extends LongQuestion>(
  book: Id<'book'>,
  question: Q,
  watch: Watch,
): Promise<LongAnswers[Q['kind']]> {
  const answer = await inLongWorker(watch, async (long, { desk, progress, early }) => {
    const here = (): Promise<LongAnswer> => long.answer({ book, question }, desk, progress, early)
    if ((await long.stints(book)) <= LARGE_STINTS) return here()
    return onServer(book, question, { onProgress: progress, onEarly: early, signal: watch.signal }).catch(
      unlessAway(here),
    )
  })
  return answer as LongAnswers[Q['kind']]
}

async function onServer(
  book: Id<'book'>,
  question: LongQuestion,
  { onProgress, onEarly, signal }: Required<Watch>,
): Promise<LongAnswer> {
  const asked = {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(question),
    signal,
  }
  for await (const line of fetchLines<AnalysisLine>(routes.analyses(book), asked, readLine)) {
    if ('progress' in line) onProgress(line.progress)
    else if ('early' in line) onEarly(line.early)
    else if ('answer' in line) return line.answer
    else throw Problem.from(line.problem, line.problem.status)
  }
  throw new Problem('unreachable', 'The server’s answer was cut off.')
}

/** Without a server, or with a busy one, the device does it itself. */
const unlessAway =
  (here: () => Promise<LongAnswer>) =>
  (error: unknown): Promise<LongAnswer> => {
    if (error instanceof Problem && ['unreachable', 'database-away', 'too-often'].includes(error.code)) return here()
    throw error
  }
