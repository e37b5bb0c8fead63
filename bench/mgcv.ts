import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { at } from '@jotbook/core'
import { demoRepeated } from './demoRepeated.ts'
import { LabelEncoder } from '../packages/core/src/numerics/index.ts'
import { fitPatternModel } from '../packages/core/src/predict/fitPatternModel.ts'
import { patternColumns, patternRows } from '../packages/core/src/predict/patternRows.ts'
import { RowGatherer } from '../packages/core/src/stats/index.ts'
import { patternWorld } from '../packages/core/src/test/patternWorld.ts'

/**
 * The pattern model beside mgcv of R (Debian's r-cran-mgcv and r-cran-jsonlite), on the same rows with the same terms and penalties.
 * `node tools/bench.mjs bench/mgcv.ts` writes the values that tests hold; `… demo [trips]` prints how far the two lie apart on the demo's book.
 */
const HELD = 'packages/core/src/test/reference'
const [what, trips = '160'] = process.argv.slice(2)
const table = mkdtempSync(join(tmpdir(), 'rows-'))
try {
  layRows(table)
  if (what === 'demo') process.stdout.write(inR('bench/mgcv.R', table))
  else {
    const book = JSON.parse(inR('bench/mgcvBook.R', HELD)) as object
    inR('bench/mgcv.R', table)
    const patterns = JSON.parse(readFileSync(join(table, 'told.json'), 'utf8')) as object
    writeFileSync(join(HELD, 'l_gam.json'), `${JSON.stringify({ book, patterns })}\n`)
  }
} finally {
  rmSync(table, { recursive: true })
}

/** Throws Error with R's own words where it fails. */
function inR(script: string, ...given: string[]): string {
  const { status, stdout, stderr } = spawnSync('Rscript', [script, ...given], { encoding: 'utf8' })
  if (status !== 0) throw new Error(`R could not fit: ${stderr}`)
  return stdout
}

/** Columns of the model, row by row, with what it says of each. */
function layRows(directory: string): void {
  const book = what === 'demo' ? demoRepeated(Number(trips)) : patternWorld(80, 5, true)
  const rows = patternRows(book, patternColumns(book))
  const { fit, terms } = fitPatternModel(rows)
  const [gatherer, codes] = [new RowGatherer(), new LabelEncoder()]
  for (const { situation, strikes, hours, trip } of rows)
    gatherer.add(terms.row(situation), strikes, hours, codes.codeOf(trip))
  const { starts, column, value, events, logHours, trip } = gatherer.rows(codes.labels.length)
  const entries = ['row,column,value']
  const lines = ['strikes,log_hours,trip,log_rate,se']
  events.forEach((strikes, i) => {
    let logRate = 0
    for (let k = at(starts, i); k < at(starts, i + 1); k++) {
      logRate += at(value, k) * at(fit.coefficients, at(column, k))
      entries.push(`${i + 1},${at(column, k) + 1},${at(value, k)}`)
    }
    lines.push(`${strikes},${at(logHours, i)},${at(trip, i)},${logRate},${Math.sqrt(at(fit.rowVariances, i))}`)
  })
  writeFileSync(join(directory, 'entries.csv'), entries.join('\n'))
  writeFileSync(join(directory, 'rows.csv'), lines.join('\n'))
  const held = terms.terms.map((term) => ({ ...term, held: term.held?.map((sums) => [...sums]) }))
  const used = [...fit.edf].reduce((sum, edf) => sum + edf, fit.edfTrips)
  writeFileSync(join(directory, 'terms.json'), JSON.stringify({ columns: terms.names.length, terms: held, used }))
}
