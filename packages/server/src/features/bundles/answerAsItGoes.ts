import type { Response } from 'express'
import { Problem } from '@jotbook/contract'
import type { ImportLine, ImportReport } from '@jotbook/contract'
import type { Watch } from '../../platform/longWork.ts'
import { asProblem } from '../../platform/problemHandler.ts'

/** Progress is told at most so often. */
const TELL_EVERY_MS = 100

/**
 * Answers line by line while the work goes on: its progress, and last its report or its Problem. Whoever hangs up calls the work off;
 * as it runs in one transaction, nothing of it stays.
 */
export async function answerAsItGoes(response: Response, work: (watch: Watch) => Promise<ImportReport>): Promise<void> {
  const calledOff = new AbortController()
  response.on('close', () => calledOff.abort())
  response.type('application/x-ndjson')
  const tell = (line: ImportLine): void => void response.write(`${JSON.stringify(line)}\n`)
  let told = 0
  const onProgress: Watch['onProgress'] = (progress) => {
    if (Date.now() - told < TELL_EVERY_MS) return
    told = Date.now()
    tell({ progress })
  }
  try {
    tell({ report: await work({ onProgress, signal: calledOff.signal }) })
  } catch (error) {
    const problem = error instanceof Problem ? error : asProblem(error)
    tell({ problem: problem.toJSON() })
  }
  response.end()
}
