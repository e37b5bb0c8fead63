import { proxy, wrap } from 'comlink'
import type { Remote } from 'comlink'
import { dealtOut, subjectColumns } from '@jotbook/core'
import type { Elsewhere, LongQuestion } from '@jotbook/core'
import type { Part } from './part.ts'

/**
 * So many at most. Subjects are about as much work for two as the rest of a search is for one, and with a third the longest column stands
 * alone; of rules one takes a sixth of all by itself.
 */
const MOST = { search: 3, claims: 4 } as const

/**
 * Workers beside this one for parts of its answer, as many as there are processors for; none on a device of one. They end with this one.
 * They have started when this resolves: a worker at work starts no others.
 */
export async function workersBeside(kind: LongQuestion['kind']): Promise<Elsewhere | undefined> {
  const processors = navigator.hardwareConcurrency
  // The rest of a search is worked out here.
  const count = Math.min(MOST[kind], kind === 'search' ? processors - 1 : processors)
  if (processors < 2) return undefined
  try {
    const workers = await Promise.all(Array.from({ length: count }, begun))
    return { subjects: subjectsBy(workers), claims: claimsBy(workers) }
  } catch {
    // Older browsers have no workers in workers: all of it is then worked out here, which only takes longer.
    return undefined
  }
}

/** A worker that has started; rejects where it cannot. */
function begun(): Promise<Remote<Part>> {
  const worker = new Worker(new URL('./part.worker.ts', import.meta.url), { type: 'module' })
  const part = wrap<Part>(worker)
  return new Promise((started, fail) => {
    worker.addEventListener('error', () => fail(new Error('a worker beside this one did not start')))
    part.started().then(() => started(part), fail)
  })
}

/** Dealt out at once: whoever waits for them is at work itself, and deals no more. */
const subjectsBy =
  (workers: readonly Remote<Part>[]): Elsewhere['subjects'] =>
  async (input, options) => {
    const columns = subjectColumns(input)
    const hands = workers.map((worker, w) =>
      worker.subjects(
        input,
        options,
        columns.filter((_, i) => i % workers.length === w),
      ),
    )
    const found = (await Promise.all(hands)).flat()
    return columns.flatMap((column) => found.filter((one) => one.column === column))
  }

const FEW_CLAIMS = 10

/** Dealt out one by one: whoever is done with one asks for the next. */
const claimsBy =
  (workers: readonly Remote<Part>[]): Elsewhere['claims'] =>
  async (cut, claims, { progress = () => undefined, early = () => undefined, ...options }) => {
    const deal = dealtOut(claims)
    let dealt = 0
    const next = (): number | null => {
      progress(Math.min(1, dealt++ / claims.length))
      return deal()
    }
    // To send a cut to another one takes as long as a few rules.
    const hands = workers.slice(0, Math.ceil(claims.length / FEW_CLAIMS))
    const shares = await Promise.all(
      hands.map((worker) => worker.claims([cut, claims, options], proxy(next), proxy(early))),
    )
    const weighed = new Map(shares.flat())
    return claims.flatMap((_, place) => weighed.get(place) ?? [])
  }
