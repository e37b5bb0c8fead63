import { performance } from 'node:perf_hooks'
import { BAND_NAMES, MINUTE_MS, buildColumns, moonPosition, planCuts, sunPosition } from '@jotbook/core'
import { STINTS, everything, madeUpBook } from './madeUpBook.ts'

/**
 * Cutting a book into segments with every condition worked out, against the same cut by lure alone and against asking the ephemeris
 * once a segment, in one run on one core.
 */
const TRIPS = 150

function perSecond(work: () => number): number {
  work()
  const from = performance.now()
  let done = 0
  while (performance.now() - from < 4000) done += work()
  return (1000 * done) / (performance.now() - from)
}

const book = madeUpBook(TRIPS)
const all = perSecond(() => buildColumns(book, everything).rows)
const bare = perSecond(() => buildColumns(book, planCuts(['lure'], [])).rows)
const asked = perSecond(() => {
  for (let i = 0; i < 5000; i++) {
    const time = new Date(Date.UTC(2024, 1, 1) + i * 7 * MINUTE_MS)
    sunPosition(time, 36.9, -85.1)
    moonPosition(time, 36.9, -85.1)
  }
  return 5000
})
const thousands = (rate: number): string => `${(rate / 1000).toFixed(1)} thousand a second`
console.log(
  `segments with all ${BAND_NAMES.length + 5} conditions: ${thousands(all)}, aim 200; ${(all / asked).toFixed(1)} times as fast as asking the ephemeris once a segment (${thousands(asked)})`,
)
console.log(`stints laid out by lure alone: ${thousands(bare)}`)
console.log(`(${buildColumns(book, everything).rows} segments of ${TRIPS * STINTS} stints)`)
