import { Problem } from '@jotbook/contract'
import type { ProblemDetails } from '@jotbook/contract'

/** What went wrong, as the one component that shows it takes it. */
export const problemOf = (error: unknown): ProblemDetails =>
  (error instanceof Problem ? error : new Problem('internal', 'Something went wrong in this page.')).toJSON()
