import { searchPatterns, seededRandom } from '@jotbook/core'
import { searchBook } from '../../packages/core/src/test/searchBooks.ts'
const plain = { trips: 150, rate: 1, tripSd: 0, flurry: 1 }
const options = { permutations: 99, heldOut: false }
const which = Number(process.argv[2]), n = Number(process.argv[3])
const worlds = [plain, { ...plain, tripSd: 0.5 }, { ...plain, tripSd: 0.5, flurry: 2 }, { ...plain, tripSd: 0.5, flurry: 2, seasonal: true }]
const random = seededRandom(101 + which)
let [a, b, m] = [0, 0, 0]
const t = performance.now()
for (let book = 0; book < n; book++) {
  const { findings } = searchPatterns(searchBook(worlds[which] as never, random).input, { ...options, seed: book + 1 })
  const p = Math.min(1, ...findings.map(({ pFamily }) => pFamily))
  if (p <= 0.05) a++
  if (p <= 0.2) b++
  m += p
}
console.log(which, n, 'p<=.05', a / n, 'p<=.2', b / n, 'mean', m / n, ((performance.now() - t) / n).toFixed(0) + ' ms each')
