import { proxy, wrap } from 'comlink'
import { Problem, routes } from '@jotbook/contract'
import type { AnalysisLine } from '@jotbook/contract'
import type { LongAnswer, LongAnswers, LongQuestion } from '@jotbook/core'
import { fetchLines } from '../offline/index.ts'
import type { Long } from './long.worker.ts'

/** A book of more stints is left to the server, where it can be reached. */
const LARGE_STINTS = 20_000

interface Watch {
  readonly onProgress: (share: number) => void
  readonly signal: AbortSignal
}

/**
 * Answers a question that takes seconds, in a worker of its own. Throws Problem `cancelled` once the signal says so, `invalid-request`
 * where the book cannot answer.
 */
export async function askLong<Q extends LongQuestion>(
  book: string,
  question: Q,
  watch: Watch,
): Promise<LongAnswers[Q['kind']]> {
  const worker = new Worker(new URL('./long.worker.ts', import.meta.url), { type: 'module' })
  const long = wrap<Long>(worker)
  const calledOff = new Promise<never>((_, fail) =>
    watch.signal.addEventListener('abort', () => fail(new Problem('cancelled', 'It was called off.'))),
  )
  const here = (): Promise<LongAnswer> =>
    long.answer(book, question, proxy(watch.onProgress)).catch((error: unknown) => {
      throw new Problem('invalid-request', (error as Error).message)
    })
  const answered = long
    .stints(book)
    .then((stints) => (stints > LARGE_STINTS ? onServer(book, question, watch).catch(unlessAway(here)) : here()))
  try {
    return (await Promise.race([answered, calledOff])) as LongAnswers[Q['kind']]
  } finally {
    worker.terminate()
  }
}

async function onServer(book: string, question: LongQuestion, { onProgress, signal }: Watch): Promise<LongAnswer> {
  const asked = {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(question),
    signal,
  }
  for await (const line of fetchLines<AnalysisLine>(routes.analyses(book), asked)) {
    if ('progress' in line) onProgress(line.progress)
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
