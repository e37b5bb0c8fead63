import { whereText } from '@jotbook/core'
import type { BookWithin, Clause } from '@jotbook/core'
import type { Said } from './when.ts'
import { text } from './text.ts'

export interface Named {
  readonly a: string
  readonly b: string
}

/** The plain ratio is worth a word where it is so far from one. (ours) */
const PLAIN = 1.3
/** Of the plain difference at least this is the days’. */
const MOSTLY = 0.5

/** What the comparison says, the better one named first. */
export function compareAnswer(found: BookWithin, { a, b }: Named): Said {
  const words = text.compare
  const { verdict, within, crudeAll } = found
  const ratio = within?.ratio ?? null
  const [first, second, over] = ratio !== null && ratio < 1 ? [b, a, 1 / ratio] : [a, b, ratio ?? 1]
  const plainFirst = crudeAll !== null && crudeAll < 1 ? b : a
  const plain = crudeAll === null ? 1 : Math.max(crudeAll, 1 / crudeAll)
  const isDays = plain >= PLAIN && (found.shareOfDay ?? 0) >= MOSTLY
  const saysOf: Readonly<Record<BookWithin['verdict'], string>> = {
    strong: words.better(first, second, over),
    leaning: words.leaning(first, second, over),
    'no difference shown': isDays ? words.mostlyDays(plainFirst, plain) : words.alike(a, b),
    'too early': words.early(a, b),
    'cannot tell': words.cannot(a, b),
  }
  return { says: saysOf[verdict], judgement: verdict, notes: compareNotes(found) }
}

function compareNotes({ verdict, shareOfDay, trips, oneSided, switches, hours, strikes }: BookWithin): string[] {
  const words = text.compare
  const reasons = switches.planned + switches.blank + switches.unknown
  return [
    text.rests(strikes.a + strikes.b, hours.a + hours.b, trips + oneSided),
    words.both(trips, oneSided),
    shareOfDay === null || shareOfDay <= 0 ? '' : words.days(Math.min(1, shareOfDay)),
    reasons > 0 ? words.reasons(switches.planned, switches.blank, switches.unknown) : '',
    verdict === 'too early' || verdict === 'cannot tell' ? `${words.fishBoth} ${words.test}` : '',
  ]
}

export interface RatioRow {
  readonly name: string
  readonly ratio: number | null
  readonly lower: number
  readonly upper: number
  /** The figure to go by. */
  readonly isMain: boolean
}

const row = (
  name: string,
  one: { readonly ratio: number | null; readonly lower: number; readonly upper: number } | null,
  isMain = false,
): RatioRow => ({ name, ratio: one?.ratio ?? null, lower: one?.lower ?? 0, upper: one?.upper ?? Infinity, isMain })

/** Every ratio of the comparison on one axis: the plain ones, the day taken out, and what became of the strikes. */
export function ratioRows(
  { crudeAll, crude, within, other }: BookWithin,
  fish: readonly { readonly of: 'hook_up' | 'lost' | 'size'; readonly found: BookWithin | null }[],
): RatioRow[] {
  const { rows } = text.compare
  return [
    row(rows.crudeAll, { ratio: crudeAll, lower: crudeAll ?? 0, upper: crudeAll ?? Infinity }),
    row(rows.crude, crude),
    row(rows.within, within, true),
    ...(other ? [row(rows.other, other)] : []),
    ...fish.map(({ of, found }) => row(rows[of], found?.verdict === 'too early' ? null : (found?.within ?? null))),
  ]
}

/** One level of a column as a side of the comparison. */
export const sideOf = (column: string, level: string): string => whereText([{ kind: 'oneOf', column, values: [level] }])

/** The column that both sides are of, where each names one level of the same. */
export function columnOfSides(a: readonly Clause[], b: readonly Clause[]): string | undefined {
  const [one, other] = [a[0], b[0]]
  return a.length === 1 && b.length === 1 && one?.column === other?.column ? one?.column : undefined
}
