import { availableParallelism } from 'node:os'
import { Problem } from '@jotbook/contract'
import type { BookRecords, EarlyAnswer, LongAnswer, LongQuestion } from '@jotbook/core'
import type { Watch } from '../../platform/longWork.ts'
import { inThread } from '../../platform/inThread.ts'
import { Turns } from '../../platform/turns.ts'

export interface Asked {
  /** Who asks: people take turns, not questions. */
  readonly account: string
  readonly question: LongQuestion
  /** Reads the book, once it is this question's turn. */
  readonly read: () => Promise<BookRecords>
}

export interface ThreadWork {
  readonly book: BookRecords
  readonly question: LongQuestion
}

export type ThreadLine =
  | { readonly progress: number }
  | { readonly early: EarlyAnswer }
  | { readonly answer: LongAnswer }
  | { readonly wrong: string }

interface LongWatch extends Watch<number> {
  /** Hears what is known before all is weighed. */
  readonly onEarly: (known: EarlyAnswer) => void
}

/** One processor stays for everybody else's requests. */
const turns = new Turns(Math.max(1, availableParallelism() - 1))
const LIMITS = { file: 'thread.js', megabytes: 2048, longestMs: 120_000 }

/**
 * Answers a question to a book in its turn, in a thread of its own. Throws Problem `too-often` while too many wait, `took-too-long` after
 * two minutes, `cancelled` once called off, `invalid-request` for a question that cannot be answered.
 */
export function answerLong(
  { account, question, read }: Asked,
  { onProgress, onEarly, signal }: LongWatch,
): Promise<LongAnswer> {
  return turns.run(account, signal, async () => {
    const workerData: ThreadWork = { book: await read(), question }
    return inThread<ThreadLine, LongAnswer>({
      ...LIMITS,
      workerData,
      signal,
      late: new Problem(
        'took-too-long',
        'The question took longer than two minutes. Ask for one water, or fewer conditions.',
      ),
      tooMuch: new Problem(
        'too-large',
        'The question takes more memory than there is. Ask for one water, or fewer conditions.',
      ),
      cancelled: new Problem('cancelled', 'The question was cancelled.'),
      take: (line) => {
        if ('wrong' in line) throw new Problem('no-answer', line.wrong)
        if ('answer' in line) return line.answer
        if ('early' in line) onEarly(line.early)
        else onProgress(line.progress)
        return undefined
      },
    })
  })
}
