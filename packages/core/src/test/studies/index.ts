import { ADVICE } from './advice.ts'
import { COMPARISONS } from './comparisons.ts'
import { CURVES } from './curves.ts'
import { DECISIONS } from './decisions.ts'
import { SEARCHES } from './searches.ts'
import type { Study } from './study.ts'

export type { Figure, Study } from './study.ts'

/** Worlds times questions. */
export const STUDIES: readonly Study[] = [...COMPARISONS, ...CURVES, ...SEARCHES, ...DECISIONS, ...ADVICE]
