import { seededRandom, tryClaims } from '@jotbook/core'
import type { Verdict } from '@jotbook/core'
import { STUDIED, outcomeBook } from '../../packages/core/src/test/outcomeBook.ts'

/**
 * Verdicts by kind of outcome: whole books on which claims of one kind are tried, 30 % of them true at a factor of 2.5. Bar: of what is said
 * to hold at most 10 % is false, on the mean over books (a book of which nothing is said to hold counts as none). The seed is fixed and never changed.
 */
const BOOKS = Number(process.argv[2] ?? 200)
const wanted = process.argv[3] || undefined
const flurry = Number(process.argv[4] ?? 1)

console.log(
  '| outcome | claims | true | hold | of them false, mean of books | true ones found | fail | no difference | too early |',
)
console.log('|---|---|---|---|---|---|---|---|---|')
for (const outcome of STUDIED) {
  if (wanted !== undefined && wanted !== outcome) continue
  const random = seededRandom(1)
  const counts = new Map<Verdict, number>()
  let [claims, truths, held, wrong, shares] = [0, 0, 0, 0, 0]
  for (let n = 0; n < BOOKS; n++) {
    const made = outcomeBook(outcome, random, flurry)
    let [heldHere, wrongHere] = [0, 0]
    tryClaims(made.book, { claims: made.claims }).forEach(({ verdict }, i) => {
      claims++
      if (made.truths[i]) truths++
      counts.set(verdict, (counts.get(verdict) ?? 0) + 1)
      if (verdict !== 'holds') return
      heldHere++
      if (!made.truths[i]) wrongHere++
    })
    held += heldHere
    wrong += wrongHere
    shares += heldHere === 0 ? 0 : wrongHere / heldHere
  }
  const of = (verdict: Verdict): number => counts.get(verdict) ?? 0
  console.log(
    `| ${outcome} | ${claims} | ${truths} | ${held} | ${((100 * shares) / BOOKS).toFixed(1)} % | ${held - wrong} of ${truths} | ${of('fails')} | ${of('no difference')} | ${of('too early') + of('cannot be learnt')} |`,
  )
}
