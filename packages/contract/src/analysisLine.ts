import type { LongAnswer } from '@jotbook/core'
import type { ProblemDetails } from './problem.ts'

/** Lines of an analysis as it goes on: the share that is done, and last its answer or its Problem. */
export type AnalysisLine =
  { readonly progress: number } | { readonly answer: LongAnswer } | { readonly problem: ProblemDetails }
