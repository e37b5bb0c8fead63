import { at } from '../checked/index.ts'
import { parseClock } from '../time/index.ts'
import type { Clock } from '../time/index.ts'
import { IMPERIAL, parseNumber, parseQuantity } from '../units/index.ts'
import type { TypedQuantity, UnitPreferences } from '../units/index.ts'
import { LEXICON, LONGEST_PHRASE, bare } from './lexicon.ts'
import type { Said } from './lexicon.ts'

/** A stretch of what was typed, from one letter up to, not including, another. */
export interface Span {
  readonly from: number
  readonly to: number
}

export interface Misread extends Span {
  readonly text: string
  readonly message: string
}

/** What a line of shorthand says of a strike. What is not in `misread` was understood; nothing is dropped. */
export interface StrikeLine {
  readonly clock?: Clock & { /** `am` or `pm` stood with it. */ readonly half: boolean }
  readonly outcome?: string
  readonly phase?: string
  readonly feltAs?: string
  readonly set?: string
  readonly hookPosition?: string
  readonly species?: string
  /** What it struck at, and how high in the water. */
  readonly cover?: string
  readonly level?: string
  /** What it spat up. */
  readonly forageSeen?: readonly string[]
  readonly kept?: boolean
  readonly sameFish?: boolean
  readonly pitch?: number
  readonly lengthMm?: TypedQuantity
  readonly weightG?: TypedQuantity
  readonly depthM?: TypedQuantity
  /** What stood in double quotes. */
  readonly note?: string
  readonly misread: readonly Misread[]
}

export interface StrikeLineOptions {
  /** Units of bare numbers. Default imperial. */
  readonly units?: Pick<UnitPreferences, 'length' | 'weight' | 'depth'>
}

type Mutable = { -readonly [K in keyof StrikeLine]: StrikeLine[K] }

/**
 * Reads one line of shorthand: `9:42 landed 16.5in 2-8 on the pause`.
 *
 * Given      the line and the units of bare numbers; the grammar with its examples stands in docs/formats.md
 * Returned   what was understood, and every stretch that was not, with why
 */
export function readStrikeLine(text: string, { units = IMPERIAL }: StrikeLineOptions = {}): StrikeLine {
  return new LineReader(text, units).read()
}

interface Word extends Span {
  readonly text: string
}

const NOT_UNDERSTOOD = 'is not understood'
const ORDINAL = /^(\d{1,3})(?:st|nd|rd|th)$/i
const LENGTH_UNITS = /(in|cm|mm|")$/i
const WEIGHT_UNITS = /(lb|lbs|oz|kg|g)$/i
const DEPTH_UNITS = /(ft|m|')$/i

type Field = 'pitch' | 'lengthMm' | 'weightG' | 'depthM' | Said['field']

class LineReader {
  private readonly words: readonly Word[]
  private readonly line: Mutable = { misread: [] }
  private readonly misread: Misread[] = []
  /** The next word to read. */
  private next = 0

  constructor(
    private readonly text: string,
    private readonly units: NonNullable<StrikeLineOptions['units']>,
  ) {
    this.words = [...text.matchAll(/"[^"]*"|\S+/g)].map((match) => ({
      text: match[0],
      from: match.index,
      to: match.index + match[0].length,
    }))
  }

  read(): StrikeLine {
    this.clock()
    while (this.next < this.words.length) {
      if (!(this.note() || this.pitch() || this.weight() || this.quantity() || this.phrase()))
        this.fail(1, NOT_UNDERSTOOD)
    }
    return { ...this.line, misread: this.misread }
  }

  private word(offset = 0): string {
    return this.words[this.next + offset]?.text.replace(/[.,;]+$/, '') ?? ''
  }

  /** `am` or `pm` may stand apart. */
  private clock(): void {
    const half = /^[ap]m?$/i.test(this.word(1)) ? 1 : 0
    const typed = `${this.word()}${half ? this.word(1) : ''}`
    const clock = parseClock(typed)
    if (!clock) return
    this.line.clock = { ...clock, half: /[ap]m?$/i.test(typed) }
    this.next += 1 + half
  }

  private note(): boolean {
    const quoted = /^"(.*)"$/.exec(this.words[this.next]?.text ?? '')
    if (!quoted) return false
    this.line.note = [this.line.note, at(quoted, 1)].filter(Boolean).join(' ')
    this.next++
    return true
  }

  /** `pitch 3`, `3rd pitch`. */
  private pitch(): boolean {
    const [first, second] = [this.word(), this.word(1)]
    const count = /^pitch$/i.test(first)
      ? parseNumber(second)
      : /^pitch$/i.test(second)
        ? Number(ORDINAL.exec(first)?.[1] ?? NaN)
        : NaN
    return count !== undefined && Number.isInteger(count) && this.take('pitch', count, 2)
  }

  /** `2-8`, `2lb8oz`, `2 lb 8 oz`: pounds and ounces, in one to four words. */
  private weight(): boolean {
    for (let count = Math.min(4, this.words.length - this.next); count > 0; count--) {
      const typed = Array.from({ length: count }, (_, i) => this.word(i)).join(' ')
      const poundsOunces =
        /^\d+\s*(-|lbs?)\s*\d+([.,]\d+)?\s*(oz)?$/i.test(typed) && (count === 1 || /lb|oz/i.test(typed))
      const read = poundsOunces ? parseQuantity(typed, 'lb', 'g') : undefined
      if (read) return this.take('weightG', read, count)
    }
    return false
  }

  /** A number with its unit, which tells what it is; a bare one is the length, the next the weight. `at 8ft` is a depth. */
  private quantity(): boolean {
    const led = /^(at|@)$/i.test(this.word()) ? 1 : 0
    const first = this.word(led).replace(/^@/, '')
    const apart = /^[\d.,]+$/.test(first) && /^(in|cm|mm|lbs?|oz|kg|g|ft|m)$/i.test(this.word(led + 1)) ? 1 : 0
    const typed = apart ? `${first} ${this.word(led + 1)}` : first
    if (!/^\d/.test(typed)) return false
    const count = led + 1 + apart
    const isDepth = led > 0 || this.word().startsWith('@') || (DEPTH_UNITS.test(typed) && !LENGTH_UNITS.test(typed))
    const isWeight = WEIGHT_UNITS.test(typed) || (this.line.lengthMm !== undefined && !LENGTH_UNITS.test(typed))
    if (isDepth) return this.measured('depthM', parseQuantity(typed, this.units.depth, 'm'), count)
    if (isWeight) return this.measured('weightG', parseQuantity(typed, this.units.weight, 'g'), count)
    return this.measured('lengthMm', parseQuantity(typed, this.units.length, 'mm'), count)
  }

  private measured(field: 'lengthMm' | 'weightG' | 'depthM', read: TypedQuantity | undefined, count: number): boolean {
    return read !== undefined && this.take(field, read, count)
  }

  private phrase(): boolean {
    for (let count = Math.min(LONGEST_PHRASE, this.words.length - this.next); count > 0; count--) {
      const key = bare(this.words.slice(this.next, this.next + count).map(({ text }) => text))
      const said = LEXICON.get(key)
      if (said) return this.take(said.field, said.value, count)
      // Fillers between two phrases say nothing.
      if (key === '' && count === 1) {
        this.next++
        return true
      }
    }
    return false
  }

  /** Keeps a value; a second one for the same thing is not understood. */
  private take(field: Field, value: unknown, count: number): boolean {
    const held = this.line[field]
    if (held !== undefined && held !== value) this.fail(count, `says the ${NAMES[field] ?? field} a second time`)
    else {
      Object.assign(this.line, { [field]: value })
      this.next += count
    }
    return true
  }

  private fail(count: number, why: string): void {
    const last = at(this.words, this.next + count - 1)
    let first: Span = at(this.words, this.next)
    // Words side by side that are not understood are one stretch.
    const before = this.misread.at(-1)
    if (
      before &&
      why === NOT_UNDERSTOOD &&
      before.message.endsWith(`${why}.`) &&
      before.to === this.words[this.next - 1]?.to
    ) {
      first = before
      this.misread.pop()
    }
    const text = this.text.slice(first.from, last.to)
    this.misread.push({ from: first.from, to: last.to, text, message: `“${text}” ${why}.` })
    this.next += count
  }
}

const NAMES: Readonly<Partial<Record<Field, string>>> = {
  lengthMm: 'length',
  weightG: 'weight',
  depthM: 'depth',
  feltAs: 'feel',
  hookPosition: 'hook’s place',
  sameFish: 'same fish',
}
