import {
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
  ValidateBy,
  ValidateIf,
  validateSync,
} from 'class-validator'
import { Transform, plainToInstance } from 'class-transformer'
import type { LongQuestion, Role } from '@jotbook/core'
import { MOST_REPORT_HOURS } from './instruments.ts'
import { Problem } from './problem.ts'
import type { ProblemCode } from './problem.ts'
import { fieldRules } from './recordClasses.ts'

/**
 * What each request carries, one class a body. Whether a name is taken or a code fits is for the services; that it is text, and short
 * enough to be looked at, is told here.
 */

const MOST_LETTERS = 1000

const all = (...rules: PropertyDecorator[]): PropertyDecorator => {
  return (target, property) => rules.forEach((rule) => rule(target, property))
}

/** Text that may be left out, named as the field is. */
const text = (name: string, most = MOST_LETTERS): PropertyDecorator =>
  all(
    // What is left out is left out; null is no text.
    ValidateIf((_body, value) => value !== undefined),
    IsString({ message: `${name} must be text.` }),
    MaxLength(most, { message: `${name} may have at most ${most} letters.` }),
  )

/** For requests that say all in their address. */
export class EmptyBody {}

export class SignInBody {
  @text('name') name?: string
  @text('password') password?: string
  /** Of the authenticator app, or a recovery code. */
  @text('code') code?: string
  /** What the browser calls itself. */
  @text('device') device?: string
}

export class AccountBody {
  @text('name') name?: string
  @text('password') password?: string
  @text('current') current?: string
}

/** The password again, before something that only its holder may do. */
export class HolderBody {
  @text('current') current?: string
}

export class CodeBody {
  @text('code') code?: string
}

export class RedeemBody {
  @text('code') code?: string
  /** What the person is called aboard; only for joining a book. */
  @text('name') name?: string
  @text('device') device?: string
}

export class InvitationBody {
  @IsIn(['crew', 'viewer'], { message: 'One joins as crew or as viewer.' }) role!: Extract<Role, 'crew' | 'viewer'>
}

export class NewBookBody {
  @Transform(({ value }): unknown => (typeof value === 'string' ? value.trim() || undefined : value))
  @fieldRules('book', 'name')
  name!: string
  @fieldRules('book', 'units') units?: Record<string, string>
}

export class DeleteBookBody {
  /** The book's name, typed as it is. */
  @text('name') name?: string
}

const isTime = (value: unknown): boolean =>
  typeof value === 'string' && value.length <= 40 && !Number.isNaN(Date.parse(value))

export class WeatherBody {
  @IsNumber({}, { message: `hours must be 1 to ${MOST_REPORT_HOURS}.` })
  @ValidateBy(
    { name: 'isSpan', validator: { validate: (hours) => hours > 0 && hours <= MOST_REPORT_HOURS } },
    { message: `hours must be 1 to ${MOST_REPORT_HOURS}.` },
  )
  hours!: number
  @ValidateBy({ name: 'isTime', validator: { validate: isTime } }, { message: 'until must be a time.' })
  until!: string
  /** Ask for the forecast from then on, too. */
  @IsOptional()
  @IsBoolean({ message: 'forecast must be true or false.' })
  forecast?: boolean
}

const MAX_WHERE = 2000
const isSearch = ({ kind }: { readonly kind: string }): boolean => kind === 'search'

export class LongQuestionBody {
  @IsIn(['search', 'claims'], { message: 'kind must be search or claims.' }) kind!: 'search' | 'claims'
  @ValidateIf((body: LongQuestionBody) => body.water !== null)
  @IsString({ message: 'water must be the name of a water, or null for all.' })
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

export function longQuestion({ kind, water, where, seed, confidence }: LongQuestionBody): LongQuestion {
  return kind === 'search' ? { kind, water, where, seed, confidence } : { kind, water, confidence }
}

/** A body as its class has it, and nothing that the class does not name. Throws a Problem that names the first field of another shape. */
export function readBody<Body extends object>(
  shape: new () => Body,
  given: object,
  code: ProblemCode = 'invalid-request',
): Body {
  const body = plainToInstance(shape, given)
  const [fault] = validateSync(body, { forbidUnknownValues: false, stopAtFirstError: true, whitelist: true })
  if (!fault) return body
  throw new Problem(code, Object.values(fault.constraints ?? {})[0] ?? `${fault.property} is not right.`, {
    field: fault.property,
  })
}
