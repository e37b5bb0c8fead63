import { isStamp } from '@jotbook/core'
import type { Change } from '@jotbook/core'
import { fieldLabel } from './fieldLabel.ts'
import { Problem } from './problem.ts'
import { firstFault, unstorable } from './recordClasses.ts'
import { isStorableText } from './soundValue.ts'

const MAX_FIELDS = 150
const MAX_LETTERS = 2_000_000
const NAME = /^[a-z][A-Za-z0-9]{0,63}$/
/** What the server writes itself, and what every object has: never a field, also not one of a newer client. */
const RESERVED: ReadonlySet<string> = new Set([
  'id',
  'bookId',
  'stamps',
  'extra',
  ...Object.getOwnPropertyNames(Object.prototype),
])

export const isFieldName = (name: string): boolean => NAME.test(name) && !RESERVED.has(name)

/**
 * What is wrong with a change by itself, whatever the record it comes to: names, number, size and values of its fields. Values are
 * checked as far as their fields are known; unknown ones are a newer client's and are kept, if they can be stored. Why a value is wrong
 * is worked out where `explained`: it costs twenty times as much as to see that it is.
 */
export function changeProblem({ id, kind, fields, over = {} }: Change, explained = true): Problem | undefined {
  const problem = (detail: string, field?: string): Problem =>
    new Problem('invalid-record', detail, { changeId: id, ...(field === undefined ? {} : { field }) })
  const names = Object.keys(fields)
  if (names.length > MAX_FIELDS || Object.keys(over).length > MAX_FIELDS)
    return problem(`One change may hold at most ${MAX_FIELDS} fields.`)
  const nameless = [...names, ...Object.keys(over)].find((name) => !isFieldName(name))
  if (nameless !== undefined) return problem('A field has a name that no record can have.', nameless.slice(0, 64))
  const unstamped = Object.entries(over).find(([, stamp]) => typeof stamp !== 'string' || !isStamp(stamp))
  if (unstamped) return problem('The stamp of what was written over cannot be read.', unstamped[0])
  const fault = firstFault(kind, fields, explained)
  if (fault) return problem(fault.message, fault.field)
  const unknown = names.find((name) => !isStorableText(fields[name]))
  if (unknown !== undefined) return problem(unstorable(fieldLabel(unknown)), unknown)
  return JSON.stringify(fields).length > MAX_LETTERS
    ? new Problem('too-large', `One change may hold at most ${MAX_LETTERS} letters.`, { changeId: id })
    : undefined
}
