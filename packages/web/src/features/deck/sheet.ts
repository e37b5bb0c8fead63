import type { Id } from '@jotbook/core'
import type { ShownAdvice } from './advice/useAdvice.ts'
import type { PresentationLine } from './PresentationLines.tsx'

/** What lies over the deck. */
export type Sheet =
  | 'reading'
  | 'seen'
  | 'day'
  | 'test'
  | 'weighIn'
  | 'toLearn'
  | PresentationLine
  | { readonly strike: Id<'strike'> }
  | { readonly advice: ShownAdvice }
