import { QuestionError } from '../checked/index.ts'
import type { BookRecords } from '../effort/index.ts'
import { CLAIMS } from '../practice/index.ts'
import type { Claim } from '../practice/index.ts'
import { claimsByCut, cutForClaims } from './claims/cutForClaims.ts'
import type { CutForClaims } from './claims/cutForClaims.ts'
import type { ClaimTrial, UnjudgedTrial } from './claims/claimTrial.ts'
import { judgeClaims } from './claims/tryClaims.ts'
import { weighClaims } from './claims/weighClaims.ts'
import type { WeighOptions, WeighedClaim } from './claims/weighClaims.ts'
import { searchInput } from './search/searchOf.ts'
import type { SearchQuestion } from './search/searchOf.ts'
import { beginSearch, searchPatterns } from './search/searchPatterns.ts'
import type { SubjectWindow } from './search/subjectWindows.ts'
import type { EarlyFinding, PatternSearch, SearchInput, SearchOptions } from './search/types.ts'
import { parseWhere } from '../query/index.ts'

/** A question to the whole book that takes seconds: asked in a worker, and called off by ending it. `water` null: on all waters. */
export type LongQuestion =
  | {
      readonly kind: 'search'
      readonly water: string | null
      readonly where: string
      readonly seed: number
      readonly confidence: number
    }
  | { readonly kind: 'claims'; readonly water: string | null; readonly confidence: number }

export interface WaterSearch {
  readonly water: string
  readonly search: PatternSearch
}

export interface LongAnswers {
  /** One for each water that has hours. */
  readonly search: readonly WaterSearch[]
  readonly claims: readonly ClaimTrial[]
}
export type LongAnswer = LongAnswers[keyof LongAnswers]

/** What is known before all is weighed together. */
export interface EarlyAnswers {
  readonly search: { readonly water: string; readonly findings: readonly EarlyFinding[] }
  readonly claims: UnjudgedTrial
}
export type EarlyAnswer = EarlyAnswers[keyof EarlyAnswers]

/** Whoever waits for an answer: hears the share that is done, and what is known by then. */
export interface Listener {
  readonly progress: (share: number) => void
  readonly early?: (known: EarlyAnswer) => void
}

/** Of a search whose subjects are looked for elsewhere: they are mostly there soon after the rest. */
const OWN_SHARE = 0.9

/** A book as a long question needs it: read and cut here, or by whoever holds it already. */
export interface BookAtHand {
  /** Names of the waters that were fished. */
  readonly waters: () => Promise<readonly string[]>
  /** Throws QuestionError as `searchOf` does. */
  readonly searchInput: (question: SearchQuestion) => Promise<SearchInput>
  /** For a group of the trade's rules. Throws QuestionError as `cutForClaims` does. */
  readonly cutForClaims: (claims: readonly Claim[], water?: string) => Promise<CutForClaims>
}

/** A book that nobody has cut yet: it is cut once whoever asked is not at work itself. */
export const bookAtHand = (book: BookRecords): BookAtHand => ({
  waters: () => Promise.resolve(fishedWaters(book)),
  searchInput: (question) => Promise.resolve(searchInput(book, question)),
  cutForClaims: (claims, water) => Promise.resolve().then(() => cutForClaims(book, claims, water)),
})

/** Parts of an answer that are worked out elsewhere. */
export interface Elsewhere {
  /** The windows of a search's subjects, while the rest of it is worked out here. */
  readonly subjects: (input: SearchInput, options: SearchOptions) => Promise<SubjectWindow[]>
  /** `weighClaims`, in their order. */
  readonly claims: (cut: CutForClaims, claims: readonly Claim[], options: WeighOptions) => Promise<WeighedClaim[]>
}

/**
 * Answers it, on the spot but for what is asked `elsewhere`.
 *
 * Given      a book at hand; who hears how far it is, and what is known by then
 * Returned   a search for each water that has hours and a strike, or every rule with its verdict
 * Throws     QuestionError as `searchOf` and `tryClaims` do
 */
export async function answerLong(
  atHand: BookAtHand,
  question: LongQuestion,
  { progress, early = () => undefined }: Listener,
  elsewhere?: Elsewhere,
): Promise<LongAnswer> {
  const { confidence, water } = question
  if (question.kind === 'claims') return tryRules(atHand, question, { progress, early }, elsewhere?.claims)
  const where = parseWhere(question.where)
  const search = async (of: string, heard: (share: number) => void): Promise<WaterSearch> => {
    const input = await atHand.searchInput({ water: of, where })
    const options = { seed: question.seed, confidence }
    const tell = (findings: readonly EarlyFinding[]): void => early({ water: of, findings })
    if (!elsewhere) return { water: of, search: searchPatterns(input, { ...options, progress: heard, early: tell }) }
    let subjects: Promise<SubjectWindow[]> | undefined
    const begun = beginSearch(input, {
      ...options,
      progress: (share) => heard(share * OWN_SHARE),
      early: (findings) => {
        tell(findings)
        // Only now: on few processors they would keep the first cards waiting.
        subjects = elsewhere.subjects(input, options)
        // Should the rest of it fail, this one's failure has nobody who waits for it.
        subjects.catch(() => undefined)
      },
    })
    return { water: of, search: begun.withSubjects(await (subjects ?? elsewhere.subjects(input, options))) }
  }
  if (water !== null) return [await search(water, progress)]
  const waters = await atHand.waters()
  const found: WaterSearch[] = []
  for (const [i, of] of waters.entries()) {
    try {
      found.push(await search(of, (share) => progress((i + share) / waters.length)))
    } catch (error) {
      // Of a water without hours by lure, or without a strike, there is nothing to search.
      if (!(error instanceof QuestionError)) throw error
    }
  }
  return found
}

/** Each group as soon as it is cut; the verdicts are of all together. */
async function tryRules(
  atHand: BookAtHand,
  { water, confidence }: Extract<LongQuestion, { kind: 'claims' }>,
  { progress, early }: Required<Listener>,
  weigh: Elsewhere['claims'] | typeof weighClaims = weighClaims,
): Promise<ClaimTrial[]> {
  const groups = claimsByCut(CLAIMS)
  const done = groups.map(() => 0)
  const weighing: Promise<readonly WeighedClaim[]>[] = []
  for (const [i, group] of groups.entries()) {
    const cut = await atHand.cutForClaims(group, water ?? undefined)
    const heard = (share: number): void => {
      done[i] = share * group.length
      progress(done.reduce((sum, one) => sum + one, 0) / CLAIMS.length)
    }
    // The next cut waits for the first figures: on few processors it would keep whoever watches waiting for them.
    await new Promise<void>((begun) => {
      const told = (trial: UnjudgedTrial): void => {
        early(trial)
        begun()
      }
      const own = Promise.resolve(weigh(cut, group, { confidence, progress: heard, early: told }))
      own.then(
        () => begun(),
        () => begun(),
      )
      weighing.push(own)
    })
  }
  const weighed = new Map((await Promise.all(weighing)).flat().map((one) => [one.trial.claim.id, one]))
  return judgeClaims(CLAIMS.flatMap(({ id }) => weighed.get(id) ?? []))
}

/** The names of the waters that were fished, in the book's order. */
export function fishedWaters({ waters, trips }: BookRecords): string[] {
  const fished = new Set(trips.map(({ water }) => water))
  return waters.filter(({ id }) => fished.has(id)).map(({ name }) => name)
}
