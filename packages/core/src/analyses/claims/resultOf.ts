import { at } from '../../checked/index.ts'
import { ALL_OTHERS } from '../../practice/index.ts'
import type { Names } from '../../query/index.ts'
import { followUp } from '../after/followUp.ts'
import { betweenResult, perCountResult, rateResult, ratioFallsResult, shareResult, sizeResult } from './claimResult.ts'
import type { ClaimResult, Question } from './claimResult.ts'
import { anyFilter, selectionOf } from './selection.ts'
import { phaseResult, pitchResult, setResult } from './strikesOf.ts'
import { travelsResult } from './travelsResult.ts'
import { zoneResult } from './zoneResult.ts'

/** The result of a rule by the method of its outcome. */
// eslint-disable-next-line complexity -- a case a kind of claim
export function resultOf(question: Question, names: Names): ClaimResult {
  const { columns, claim, rows } = question
  const fished = { ...question, rows: rows.filter((row) => at(columns.hours, row) > 0) }
  switch (claim.outcome) {
    case 'rate':
    case 'rate lower':
    case 'not better':
    case 'not lower':
    case 'same':
      return rateResult(fished)
    case 'between':
    case 'between lower':
      return betweenResult(fished)
    case 'size':
    case 'size lower':
      return sizeResult(question)
    case 'hook-up':
    case 'hook-up same':
      return shareResult(question, 'hook_up')
    case 'landed':
      return shareResult(question, 'landed')
    case 'lost lower':
      return shareResult(question, 'lost')
    case 'set landed':
    case 'set held':
      return setResult(question)
    case 'phase':
    case 'phase lower':
      return phaseResult(question)
    case 'pitch':
      return pitchResult(question)
    case 'per clean cast':
    case 'per target':
      return perCountResult(fished, claim.outcome)
    case 'zone':
      return zoneResult(fished)
    case 'ratio falls':
      return ratioFallsResult(fished, elsewhereOf(fished, names))
    case 'follow-up':
      return followUpResult(question, names)
    case 'travels':
      return travelsResult(fished)
    default:
      return { cannot: `nobody knows how to try ${claim.outcome satisfies never}` }
  }
}

/** The same two sides where the condition does not hold. */
function elsewhereOf({ columns, claim, selection, rows }: Question, names: Names): Question['selection'] {
  const asked = new Set(rows.filter((row) => !selection.when(row)))
  return selectionOf(columns, { ...claim, when: '' }, names, (row) => asked.has(row))
}

/** The catcher's rate behind a strike of the finder, which the claim is held against, and its rate elsewhere or later. */
function followUpResult({ book, columns, claim, rows, options }: Question, names: Names): ClaimResult {
  const when = anyFilter(columns, claim.when, names)
  const stints = columns.factors.stint
  const stintsOf = (side: string): ReadonlySet<string> => {
    const isSide = anyFilter(columns, side, names)
    return new Set(
      rows
        .filter((row) => isSide(row) && when(row))
        .map((row) => (stints ? at(stints.levels, at(stints.codes, row)) : '')),
    )
  }
  // Held against all others, whatever found the fish.
  const finder = claim.against === ALL_OTHERS ? '' : claim.against
  const [finders, catchers] = [stintsOf(finder), stintsOf(claim.lure)]
  const { finds, inside, outside, ratio, trips } = followUp(
    book,
    (stint) => finders.has(stint.id),
    (stint) => catchers.has(stint.id),
    options,
  )
  if (finds === 0) return { cannot: 'no strike of the finder at a spot that was told' }
  if (inside.exposureHours === 0 || outside.exposureHours === 0)
    return { cannot: 'the catcher was not thrown both there within half an hour and elsewhere or later' }
  const early = trips < 3 || inside.exposureHours < 1
  return { found: { ...ratio, early }, denominator: 'hours' }
}
