import type { Dimension, Unit } from '../units/units.ts'
import type { JsonShape } from './jsonShapes.ts'
import type { Id, Kind } from './kinds.ts'

interface Common {
  readonly required?: true
  /** `false` keeps the field out of the CSV bundle; `book.json` always carries it. */
  readonly csv?: false
}
export interface TextField extends Common {
  readonly type: 'text'
  readonly max: number
}
/** An open vocabulary: the trade's words are offered, any other word is kept as written. */
export interface WordField extends Common {
  readonly type: 'word'
  readonly words: readonly string[]
}
/** A list of words, separated by `;` in CSV. A list merges as a whole value. */
export interface WordsField extends Common {
  readonly type: 'words'
  readonly words: readonly string[]
}
/** A closed vocabulary: anything else is a fault. */
export interface ChoiceField extends Common {
  readonly type: 'choice'
  readonly of: readonly string[]
}
export interface RefField extends Common {
  readonly type: 'ref'
  readonly to: Kind
}
/** A point in time: epoch-exact ISO 8601 in UTC inside, with an offset outside. */
export interface InstantField extends Common {
  readonly type: 'instant'
}
/** A calendar day, `YYYY-MM-DD`, in whatever zone it was lived. */
export interface DateField extends Common {
  readonly type: 'date'
}
export interface ZoneField extends Common {
  readonly type: 'zone'
}
/** A measured value in SI; what was typed (`16.5 in`) is kept in the companion `<field>Typed`. */
export interface QuantityField extends Common {
  readonly type: 'quantity'
  readonly dimension: Dimension
  readonly unit: Unit
  readonly min: number
  readonly max: number
}
export interface NumberField extends Common {
  readonly type: 'number'
  readonly min: number
  readonly max: number
  readonly integer?: true
}
export interface FlagField extends Common {
  readonly type: 'flag'
}
/** A structured value (outline, bands, units), merged whole. */
export interface JsonField extends Common {
  readonly type: 'json'
  readonly shape: JsonShape
}

export type FieldSpec =
  | TextField
  | WordField
  | WordsField
  | ChoiceField
  | RefField
  | InstantField
  | DateField
  | ZoneField
  | QuantityField
  | NumberField
  | FlagField
  | JsonField
export type FieldTable = Readonly<Record<string, FieldSpec>>

type Value<F extends FieldSpec> = F extends { type: 'choice'; of: readonly (infer W)[] }
  ? W
  : F extends { type: 'words' }
    ? string[]
    : F extends { type: 'quantity' | 'number' }
      ? number
      : F extends { type: 'flag' }
        ? boolean
        : F extends { type: 'json' }
          ? unknown
          : F extends { type: 'ref'; to: infer K extends Kind }
            ? Id<K>
            : string

/** The plain record of a field table: required fields are there, the others may be absent or null. */
export type FieldsOf<T extends FieldTable> = {
  -readonly [K in keyof T as T[K] extends { required: true } ? K : never]: Value<T[K]>
} & { -readonly [K in keyof T as T[K] extends { required: true } ? never : K]?: Value<T[K]> | null } & {
  [K in keyof T as T[K] extends { type: 'quantity' } ? `${K & string}Typed` : never]?: string | null
} & { deletedAt?: string | null }

export const text = (max = 200): TextField => ({ type: 'text', max })
export const note = (): TextField => ({ type: 'text', max: 20_000 })
export const word = (words: readonly string[] = []): WordField => ({ type: 'word', words })
export const words = (list: readonly string[] = []): WordsField => ({ type: 'words', words: list })
export const choice = <const W extends readonly string[]>(of: W): { readonly type: 'choice'; readonly of: W } => ({
  type: 'choice',
  of,
})
export const ref = <K extends Kind>(to: K): { readonly type: 'ref'; readonly to: K } => ({ type: 'ref', to })
export const instant = (): InstantField => ({ type: 'instant' })
export const date = (): DateField => ({ type: 'date' })
export const zone = (): ZoneField => ({ type: 'zone' })
export const number = (min: number, max: number): NumberField => ({ type: 'number', min, max })
export const count = (max = 100_000): NumberField => ({ type: 'number', min: 0, max, integer: true })
export const flag = (): FlagField => ({ type: 'flag' })
export const json = (shape: JsonShape): JsonField & { csv: false } => ({ type: 'json', shape, csv: false })
export const celsius = (min: number, max: number): QuantityField => ({
  type: 'quantity',
  dimension: 'temperature',
  unit: 'C',
  min,
  max,
})
export const metres = (min: number, max: number): QuantityField => ({
  type: 'quantity',
  dimension: 'length',
  unit: 'm',
  min,
  max,
})
export const millimetres = (max: number): QuantityField => ({
  type: 'quantity',
  dimension: 'length',
  unit: 'mm',
  min: 0,
  max,
})
export const grams = (max: number): QuantityField => ({ type: 'quantity', dimension: 'weight', unit: 'g', min: 0, max })
export const metresASecond = (max: number): QuantityField => ({
  type: 'quantity',
  dimension: 'speed',
  unit: 'mps',
  min: 0,
  max,
})
export const hectopascals = (min: number, max: number): QuantityField => ({
  type: 'quantity',
  dimension: 'pressure',
  unit: 'hpa',
  min,
  max,
})
export const required = <F extends FieldSpec>(field: F): F & { required: true } => ({ ...field, required: true })
export const inside = <F extends FieldSpec>(field: F): F & { csv: false } => ({ ...field, csv: false })
