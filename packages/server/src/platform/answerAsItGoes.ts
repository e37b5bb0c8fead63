import type { Response } from 'express'
import { Problem, lineText } from '@jotbook/contract'
import type { Watch } from './longWork.ts'
import { asProblem } from './problemHandler.ts'

/** Progress is told at most so often. */
const TELL_EVERY_MS = 100

/**
 * Answers line by line while the work goes on: its progress, whatever it `tell`s, and last the line it comes to or its Problem. What fails before anything
 * was told is answered as any failure is. Whoever hangs up calls the work off.
 */
export async function answerAsItGoes<P>(
  response: Response,
  work: (watch: Watch<P>, tell: (line: object) => void) => Promise<object>,
): Promise<void> {
  const calledOff = new AbortController()
  response.on('close', () => calledOff.abort())
  response.type('application/x-ndjson')
  const tell = (line: object): void => void response.write(`${lineText(line)}\n`)
  let told = 0
  const onProgress: Watch<P>['onProgress'] = (progress) => {
    if (Date.now() - told < TELL_EVERY_MS) return
    told = Date.now()
    tell({ progress })
  }
  try {
    tell(await work({ onProgress, signal: calledOff.signal }, tell))
  } catch (error) {
    if (!response.headersSent) throw error
    const problem = error instanceof Problem ? error : asProblem(error)
    tell({ problem: problem.toJSON() })
  }
  response.end()
}
