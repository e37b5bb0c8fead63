import type { EarlyAnswer, LongAnswer } from '@jotbook/core'
import type { ProblemDetails } from './problem.ts'

/** Lines of an analysis as it goes on: the share that is done, what is known before all is weighed, and last its answer or its Problem. */
export type AnalysisLine =
  | { readonly progress: number }
  | { readonly early: EarlyAnswer }
  | { readonly answer: LongAnswer }
  | { readonly problem: ProblemDetails }

/** Limits that are open, for which JSON has no number. */
const OPEN = '∞'

export const lineText = (line: object): string =>
  JSON.stringify(line, (_, value: unknown) =>
    value === Infinity || value === -Infinity ? { [OPEN]: Math.sign(value) } : value,
  )

/** What `lineText` wrote. */
export const readLine = (text: string): unknown =>
  JSON.parse(text, (_, value: unknown) => {
    const sign = value !== null && typeof value === 'object' ? (value as Record<string, unknown>)[OPEN] : undefined
    return sign === 1 || sign === -1 ? sign * Infinity : value
  })
