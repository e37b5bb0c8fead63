import { judge, randomTripRatio, seededRandom } from '@jotbook/core'
import type { Asked } from '@jotbook/core'
import { claimedTrips } from '../../packages/core/src/test/claimedTrips.ts'

/**
 * Verdicts on claims: books of 40 claims each, 30 % of them true at a ratio of 2.5. Bar: of what is said to hold, on the mean over books at
 * most 10 % is false. How many hold is said too, so that silence does not pass. The seed is fixed and never changed.
 */
const BOOKS = Number(process.argv[2] ?? 200)
const CLAIMS = 40
const TRUE_SHARE = 0.3
const worlds = [
  { name: '20 trips, 0.6 an hour', trips: 20, rate: 0.6 },
  { name: '40 trips, 1 an hour', trips: 40, rate: 1 },
]

for (const { name, trips, rate } of worlds) {
  const random = seededRandom(1)
  let [falseShares, holds, truths, found, fails, same] = [0, 0, 0, 0, 0, 0]
  for (let book = 0; book < BOOKS; book++) {
    const claims = Array.from({ length: CLAIMS }, () => {
      const ratio = random() < TRUE_SHARE ? 2.5 : 1
      return { ratio, found: randomTripRatio(claimedTrips({ trips, rate, ratio }, random)) }
    })
    const verdicts = judge(claims.map((claim): Asked => ({ outcome: 'rate', found: { ...claim.found, early: false } })))
    const held = claims.filter((_, i) => verdicts[i]?.verdict === 'holds')
    truths += claims.filter(({ ratio }) => ratio > 1).length
    holds += held.length
    found += held.filter(({ ratio }) => ratio > 1).length
    fails += verdicts.filter(({ verdict }) => verdict === 'fails').length
    same += verdicts.filter(({ verdict }) => verdict === 'no difference').length
    falseShares += held.length === 0 ? 0 : held.filter(({ ratio }) => ratio === 1).length / held.length
  }
  console.log(
    `${name}: ${holds} hold (${found} of ${truths} true ones), false among them ${((100 * falseShares) / BOOKS).toFixed(1)} % on the mean; ${fails} fail, ${same} no difference, of ${BOOKS * CLAIMS}`,
  )
}
