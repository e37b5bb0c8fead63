import 'reflect-metadata'
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsInt,
  IsObject,
  IsOptional,
  IsString,
  Matches,
  Max,
  Min,
  validateSync,
} from 'class-validator'
import { KINDS, isUuid } from '@jotbook/core'
import type { Change, Fields, Kind } from '@jotbook/core'
import { Problem } from './problem.ts'
import { MAX_PUSH_CHANGES, PUSH_SCHEMA } from './wire.ts'

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[1-8][0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/
const UUID_7 = /^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/
const STAMP = /^[0-9a-f]{12}-[0-9a-f]{4}-[A-Za-z0-9-]{1,64}$/
const DEVICE = /^[A-Za-z0-9-]{1,64}$/

class ChangeBody implements Change {
  @Matches(UUID_7, { message: 'A change’s id must be a UUIDv7 in lower case.' }) id!: string
  @Matches(UUID, { message: 'A change’s group must be a UUID in lower case.' }) group!: string
  @IsIn(KINDS, { message: 'A change’s kind is not one this book keeps.' }) kind!: Kind
  @Matches(UUID, { message: 'A change’s record id must be a UUID in lower case.' }) recordId!: string
  @Matches(STAMP, { message: 'A change’s stamp cannot be read.' }) stamp!: string
  @IsObject({ message: 'A change’s fields must be an object.' }) fields!: Fields
  @IsOptional() @IsObject({ message: 'What a change wrote over must be an object.' }) over?: Readonly<
    Record<string, string>
  >
}

class PushBody {
  @IsInt()
  @Min(1)
  @Max(PUSH_SCHEMA, { message: `schema must be from 1 to ${PUSH_SCHEMA}: this server is older than the device.` })
  schema!: number
  @IsString() @Matches(DEVICE, { message: 'device must be a name of letters, digits and dashes.' }) device!: string
  @IsArray({ message: 'changes must be a list.' })
  @ArrayMaxSize(MAX_PUSH_CHANGES, { message: `A push holds at most ${MAX_PUSH_CHANGES} changes.` })
  changes!: unknown[]
}

const KIND_SET: ReadonlySet<unknown> = new Set(KINDS)
const isPlainObject = (value: unknown): boolean => typeof value === 'object' && value !== null && !Array.isArray(value)
const fits = (pattern: RegExp, value: unknown): boolean => typeof value === 'string' && pattern.test(value)

/** The quick yes to a change whose every part is as it should be; anything else is asked of the class above, which says why. */
function isSoundChange(change: unknown): change is Change {
  const { id, group, kind, recordId, stamp, fields, over } = (change ?? {}) as Partial<Change>
  const named =
    fits(UUID_7, id) && fits(UUID, group) && fits(UUID, recordId) && KIND_SET.has(kind) && fits(STAMP, stamp)
  return named && isPlainObject(fields) && (over === undefined || isPlainObject(over))
}

/** A push whose changes are yet to be read one by one. */
export interface UnreadPush {
  readonly schema: number
  readonly device: string
  readonly changes: readonly unknown[]
}

/** A group that cannot be taken, and why. */
export interface UnreadGroup {
  readonly group: string
  readonly problem: Problem
}

/** The push in a body, as far as its outside. Throws Problem `invalid-request` for a body that is no push. */
export function unreadPush(body: unknown): UnreadPush {
  const { schema, device, changes } = isPlainObject(body) ? (body as Record<string, unknown>) : {}
  // The quick yes; anything else is asked of the class, which says why.
  const known =
    Number.isInteger(schema) && (schema as number) >= 1 && (schema as number) <= PUSH_SCHEMA && fits(DEVICE, device)
  if (known && Array.isArray(changes) && changes.length <= MAX_PUSH_CHANGES)
    return { schema: schema as number, device: device as string, changes }
  const [fault] = validateSync(Object.assign(new PushBody(), { schema, device, changes }), {
    forbidUnknownValues: false,
  })
  if (fault) throw new Problem('invalid-request', constraintOf(fault), { field: fault.property })
  return { schema: schema as number, device: device as string, changes: changes as unknown[] }
}

const UNEXPLAINED = new Problem('invalid-request', 'The change is not of the shape expected.')

/**
 * A change of a push. One of another shape refuses its group and no other; why is worked out where `explained`, for a push of thousands
 * that are wrong is a program's, and it reads the first. Throws Problem `invalid-request` for a change that names no group to be refused.
 */
export function readChange(change: unknown, place: number, explained: boolean): Change | UnreadGroup {
  if (isSoundChange(change)) return change
  const { id, group, kind, recordId, stamp, fields, over } = isPlainObject(change)
    ? (change as Record<string, unknown>)
    : ({} as Record<string, unknown>)
  if (isUuid(group) && !explained) return { group, problem: UNEXPLAINED }
  const body = Object.assign(new ChangeBody(), { id, group, kind, recordId, stamp, fields, over })
  const [fault] = validateSync(body, { forbidUnknownValues: false })
  const problem = new Problem(
    'invalid-request',
    `change ${place}: ${fault ? constraintOf(fault) : 'is not of the shape expected.'}`,
    { ...(fault ? { field: fault.property } : {}), ...(isUuid(id) ? { changeId: id } : {}) },
  )
  if (!isUuid(group)) throw problem
  return { group, problem }
}

const constraintOf = (fault: {
  readonly property: string
  readonly constraints?: Readonly<Record<string, string>>
}): string => Object.values(fault.constraints ?? {})[0] ?? `${fault.property} is not of the shape expected.`
