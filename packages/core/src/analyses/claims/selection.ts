import { at, entry } from '../../checked/index.ts'
import type { SegmentColumns } from '../../effort/index.ts'
import { ALL_OTHERS, SAME_BODY } from '../../practice/index.ts'
import type { Claim, ClaimOutcome } from '../../practice/index.ts'
import { rowFilter, parseWhere } from '../../query/index.ts'
import type { Names, Clause } from '../../query/index.ts'
import type { Sides } from '../within/comparedTrips.ts'

/** Alternatives, each of clauses that are all required. Throws RangeError that names the clause. */
export const parseAny = (text: string): Clause[][] => text.split('|').map((part) => parseWhere(part.trim()))

/** Every clause of a claim that speaks of hours; what is held against stands in words for some. */
export function clausesOf(claim: Claim): Clause[] {
  return textsOf(claim).flatMap((text) => parseAny(text).flat())
}

/** The clauses that tell what is claimed from what it is held against. */
export const sidesOf = (claim: Claim): Clause[] => clausesOf({ ...claim, when: '' })

/** Claims of phases, zones and pitches name these where others name what they are held against. */
const NAMES_ITS_OWN: ReadonlySet<ClaimOutcome> = new Set([
  'phase',
  'phase lower',
  'zone',
  'pitch',
  'set landed',
  'set held',
])

function textsOf({ when, lure, against, outcome }: Claim): string[] {
  // A catcher is held against what finds for it, which is no matter of bodies.
  const isBody = against === SAME_BODY && outcome !== 'follow-up'
  const worded = against === ALL_OTHERS || isBody || NAMES_ITS_OWN.has(outcome)
  return [when, lure, ...(worded ? [] : [against])]
}

type RowTest = (row: number) => boolean

/** Whether a row meets any of the alternatives. */
export function anyFilter(columns: SegmentColumns, text: string, names: Names): RowTest {
  const tests = parseAny(text).map((clauses) => rowFilter(columns, clauses, names))
  return (row) => tests.some((test) => test(row))
}

/** A rule goes over its rows half a dozen times: each is looked at once. */
function askedOnce(rows: number, test: RowTest): RowTest {
  const [NO, YES] = [1, 2]
  const known = new Uint8Array(rows)
  return (row) => (known[row] ||= test(row) ? YES : NO) === YES
}

export interface Selection extends Sides {
  readonly when: RowTest
}

/** What is claimed for and what it is held against, within the rows a claim is asked of. */
export function selectionOf(
  columns: SegmentColumns,
  { when, lure, against, outcome }: Claim,
  names: Names,
  asked: RowTest,
): Selection {
  const once = (test: RowTest): RowTest => askedOnce(columns.rows, test)
  const inWhen = anyFilter(columns, when, names)
  const isLure = once(anyFilter(columns, lure, names))
  const here = once((row) => asked(row) && inWhen(row))
  const inA: RowTest = (row) => here(row) && isLure(row)
  const ofEveryClass = outcome === 'travels' && lure === ''
  if (NAMES_ITS_OWN.has(outcome) || ofEveryClass) return { when: here, inA, inB: () => false }
  if (against === ALL_OTHERS) return { when: here, inA, inB: (row) => here(row) && !isLure(row) }
  if (against === SAME_BODY) {
    const { codes, levels } = entry(columns.factors, 'body')
    const bodies = new Set<number>()
    for (let row = 0; row < columns.rows; row++) if (inA(row)) bodies.add(at(codes, row))
    bodies.delete(levels.indexOf('unknown'))
    const shared: RowTest = (row) => bodies.has(at(codes, row))
    return { when: here, inA: (row) => inA(row) && shared(row), inB: (row) => here(row) && !isLure(row) && shared(row) }
  }
  const isOther = once(anyFilter(columns, against, names))
  return {
    when: here,
    inA: (row) => inA(row) && !isOther(row),
    inB: (row) => here(row) && isOther(row) && !isLure(row),
  }
}
