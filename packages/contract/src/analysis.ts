import { IsIn, IsInt, IsNumber, IsString, Max, MaxLength, Min, ValidateIf, validateSync } from 'class-validator'
import { plainToInstance } from 'class-transformer'
import type { LongAnswer, LongQuestion } from '@jotbook/core'
import { Problem } from './problems.ts'
import type { ProblemDetails } from './problems.ts'

/** Lines of an analysis as it goes on: the share that is done, and last its answer or its Problem. */
export type AnalysisLine = { readonly progress: number } | { readonly answer: LongAnswer } | { readonly problem: ProblemDetails }

const MAX_WHERE = 2000
const isSearch = ({ kind }: { readonly kind: string }): boolean => kind === 'search'

class LongQuestionBody {
  @IsIn(['search', 'claims'], { message: 'kind must be search or claims.' }) kind!: 'search' | 'claims'
  @ValidateIf((body: LongQuestionBody) => isSearch(body) || body.water !== null)
  @IsString({ message: 'water must be the name of a water.' })
  @MaxLength(200, { message: 'water may have at most 200 letters.' })
  water!: string | null
  @ValidateIf(isSearch)
  @IsString({ message: 'where must be conditions, or empty.' })
  @MaxLength(MAX_WHERE, { message: `where may have at most ${MAX_WHERE} letters.` })
  where!: string
  @ValidateIf(isSearch)
  @IsInt({ message: 'seed must be a whole number.' })
  @Min(0, { message: 'seed must be 0 or more.' })
  @Max(2 ** 32 - 1, { message: 'seed must be under 4,294,967,296.' })
  seed!: number
  @IsNumber({}, { message: 'confidence must be between 0 and 1.' })
  @Min(0.5, { message: 'confidence must be 0.5 or more.' })
  @Max(0.999, { message: 'confidence must be 0.999 or less.' })
  confidence!: number
}

/** The question in a body. Throws Problem `invalid-request` that names the field for a body of another shape. */
export function longQuestion(body: unknown): LongQuestion {
  const asked = plainToInstance(LongQuestionBody, body ?? {})
  const [fault] = validateSync(asked, { forbidUnknownValues: false })
  if (fault) throw new Problem('invalid-request', Object.values(fault.constraints ?? {})[0] ?? `${fault.property} is not right.`, { field: fault.property })
  const { kind, water, where, seed, confidence } = asked
  return kind === 'search' ? { kind, water: water ?? '', where, seed, confidence } : { kind, water, confidence }
}
