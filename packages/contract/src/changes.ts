import 'reflect-metadata'
import { ArrayMaxSize, IsArray, IsIn, IsInt, IsObject, IsOptional, IsString, Max, IsUUID, Matches, Min, ValidateNested, validateSync } from 'class-validator'
import { Type, plainToInstance } from 'class-transformer'
import { KINDS } from '@jotbook/core'
import type { Change, Fields, Kind } from '@jotbook/core'
import { Problem } from './problems.ts'
import { MAX_PUSH_CHANGES, PUSH_SCHEMA } from './wire.ts'
import type { PushRequest } from './wire.ts'

class ChangeBody implements Change {
  @IsUUID(7, { message: 'A change’s id must be a UUIDv7.' }) id!: string
  @IsUUID(undefined, { message: 'A change’s group must be a UUID.' }) group!: string
  @IsIn(KINDS, { message: 'A change’s kind is not one this book keeps.' }) kind!: Kind
  @IsUUID(undefined, { message: 'A change’s record id must be a UUID.' }) recordId!: string
  @IsString() @Matches(/^[0-9a-f]{12}-[0-9a-f]{4}-[A-Za-z0-9-]{1,64}$/, { message: 'A change’s stamp cannot be read.' }) stamp!: string
  @IsObject({ message: 'A change’s fields must be an object.' }) fields!: Fields
  @IsOptional() @IsObject({ message: 'What a change wrote over must be an object.' }) over?: Readonly<Record<string, string>>
}

class PushBody {
  @IsInt() @Min(1) @Max(PUSH_SCHEMA, { message: `schema must be from 1 to ${PUSH_SCHEMA}: this server is older than the device.` }) schema!: number
  @IsString() @Matches(/^[A-Za-z0-9-]{1,64}$/) device!: string
  @IsArray() @ArrayMaxSize(MAX_PUSH_CHANGES) @ValidateNested({ each: true }) @Type(() => ChangeBody) changes!: Change[]
}

const UUID_7 = /^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/
const UUID_PLAIN = /^[0-9a-f]{8}-[0-9a-f]{4}-[1-8][0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/
const STAMP = /^[0-9a-f]{12}-[0-9a-f]{4}-[A-Za-z0-9-]{1,64}$/
const KIND_SET: ReadonlySet<unknown> = new Set(KINDS)
const isPlainObject = (value: unknown): boolean => typeof value === 'object' && value !== null && !Array.isArray(value)
const fits = (pattern: RegExp, value: unknown): boolean => typeof value === 'string' && pattern.test(value)

/** The quick yes to a push whose every part is as it should be; anything else is asked of the classes above, which say why. */
function isSoundPush(body: unknown): body is PushRequest {
  const { schema, device, changes } = (body ?? {}) as Partial<PushRequest>
  if (!Number.isInteger(schema) || Number(schema) < 1 || Number(schema) > PUSH_SCHEMA || !fits(/^[A-Za-z0-9-]{1,64}$/, device)) return false
  return Array.isArray(changes) && changes.length <= MAX_PUSH_CHANGES && (changes as unknown[]).every(isSoundChange)
}

function isSoundChange(change: unknown): boolean {
  const { id, group, kind, recordId, stamp, fields, over } = (change ?? {}) as Partial<Change>
  const named = fits(UUID_7, id) && fits(UUID_PLAIN, group) && fits(UUID_PLAIN, recordId) && KIND_SET.has(kind) && fits(STAMP, stamp)
  return named && isPlainObject(fields) && (over === undefined || isPlainObject(over))
}

/** The push in a body. Throws Problem `invalid-request` for a body of another shape. */
export function pushRequest(body: unknown): PushRequest {
  if (isSoundPush(body)) return body
  const push = plainToInstance(PushBody, body ?? {})
  const [fault] = validateSync(push, { forbidUnknownValues: false })
  if (!fault) return { schema: push.schema, device: push.device, changes: push.changes.map((change) => ({ ...change })) }
  const nested = fault.children?.[0]?.children?.[0]
  const where = nested ? `change ${fault.children?.[0]?.property}` : fault.property
  const message = Object.values((nested ?? fault).constraints ?? {})[0] ?? 'is not of the shape expected.'
  throw new Problem('invalid-request', `${where}: ${message}`, { field: nested?.property ?? fault.property })
}
