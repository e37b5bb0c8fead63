import { useRef, useState } from 'react'
import type { ImportReport, ProblemDetails } from '@jotbook/contract'
import type { Id, Progress } from '@jotbook/core'
import { useImportBundleMutation } from '../../state/api.ts'
import { noteImport, pushSoon } from '../../offline/index.ts'
import { text } from './text.ts'

export interface BundleToSend {
  readonly archive: Uint8Array<ArrayBuffer>
  readonly namespace: string
  /** Names spelt like the book's own are the book's own, but for these (`kind id`); absent: all are new. */
  readonly apart?: ReadonlySet<string>
}

export interface RunningImport {
  readonly report: ImportReport | undefined
  readonly problem: ProblemDetails | undefined
  /** Set while an import is under way. */
  readonly progress: Progress | undefined
  readonly send: (bundle: BundleToSend, dryRun: boolean) => Promise<ImportReport | undefined>
  readonly cancel: () => void
  readonly clear: () => void
}

const BEGIN: Progress = { phase: 'begin', done: 0, of: 1 }

/** An import under way: how far it is, what it did, and how to call it off. */
export function useImport(book: Id<'book'>): RunningImport {
  const [report, setReport] = useState<ImportReport>()
  const [progress, setProgress] = useState<Progress>()
  const [ask, { error, reset }] = useImportBundleMutation()
  const calledOff = useRef<AbortController>(undefined)
  return {
    report,
    problem: error as ProblemDetails | undefined,
    progress,
    send: async (bundle, dryRun) => {
      setReport(undefined)
      setProgress(BEGIN)
      calledOff.current = new AbortController()
      const answer = await ask({ book, ...bundle, dryRun, onProgress: setProgress, signal: calledOff.current.signal })
      setProgress(undefined)
      setReport(answer.data)
      if (answer.data?.applied) {
        const { firstSeq, created, changed } = answer.data
        if (firstSeq !== undefined) await noteImport(book, firstSeq, text.report.imported(created + changed))
        pushSoon(book)
      }
      return answer.data
    },
    cancel: () => calledOff.current?.abort(),
    clear: () => {
      setReport(undefined)
      reset()
    },
  }
}
