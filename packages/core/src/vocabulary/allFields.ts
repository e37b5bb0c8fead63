import { inside, instant, text } from './fields.ts'
import type { FieldSpec, FieldTable } from './fields.ts'
import type { Kind } from './kinds.ts'
import { fieldsOf } from './records.ts'

/** The companion field that keeps what was typed. */
export const typedName = (field: string): string => `${field}Typed`

/** Every field name a change of this kind may carry, with its rule. */
export function allFields(kind: Kind): FieldTable {
  const made = ALL_FIELDS.get(kind) ?? withCompanions(kind)
  ALL_FIELDS.set(kind, made)
  return made
}

/** Asked for every change of every push. */
const ALL_FIELDS = new Map<Kind, FieldTable>()

function withCompanions(kind: Kind): FieldTable {
  const table: Record<string, FieldSpec> = {}
  for (const [name, spec] of Object.entries(fieldsOf(kind))) {
    table[name] = spec
    if (spec.type === 'quantity') table[typedName(name)] = inside(text(40))
  }
  table.deletedAt = inside(instant())
  return table
}
