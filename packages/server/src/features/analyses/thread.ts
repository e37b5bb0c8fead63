import { parentPort, workerData } from 'node:worker_threads'
import { answerLong, bookAtHand } from '@jotbook/core'
import type { ThreadLine, ThreadWork } from './answerLong.ts'

/** What runs beside the server: one question to one book. It is called off by ending the thread. */
const { book, question } = workerData as ThreadWork
const tell = (line: ThreadLine): void => parentPort?.postMessage(line)

const TELL_EVERY_MS = 50
let told = 0
try {
  const progress = (share: number): void => {
    if (Date.now() - told < TELL_EVERY_MS) return
    told = Date.now()
    tell({ progress: share })
  }
  const answer = await answerLong(bookAtHand(book), question, { progress, early: (early) => tell({ early }) })
  tell({ answer })
} catch (error) {
  // A RangeError says what is wrong with the question; anything else ends the thread and is told in general words.
  if (!(error instanceof RangeError)) throw error
  tell({ wrong: error.message })
}
