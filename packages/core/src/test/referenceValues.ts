import { readFileSync } from 'node:fs'

const file = (name: string): string => readFileSync(new URL(`./reference/${name}`, import.meta.url), 'utf8')
/** Rows of a CSV of numbers and words, by column. */
export function referenceColumns(name: string): Record<string, string[]> {
  const [header = '', ...lines] = file(name).trim().split(/\r?\n/)
  return Object.fromEntries(
    header.split(',').map((column, i) => [column, lines.map((line) => line.split(',')[i] ?? '')]),
  )
}
/** Words of a column as numbers. */
export const numbers = (words: readonly string[] | undefined): number[] => (words ?? []).map(Number)

interface Fixed {
  readonly fixef: Record<string, number>
  readonly se: Record<string, number>
  readonly sd: Record<string, number>
  readonly logLik: number
  readonly modes?: { level: string[]; mode: number[]; cond_sd_given_par: number[] }
}
/** As computed by R 4.2.2 (glm, own Laplace code checked against lme4 and glmmTMB, mgcv, poisson.test, p.adjust); the calls stand in the reference cases. */
export const R = JSON.parse(file('models.json')) as {
  ships: {
    coef: Record<string, number>
    se: Record<string, number>
    quasi_se: Record<string, number>
    deviance: number
    logLik: number
    pearson_chi2: number
    dispersion_pearson: number
    df_residual: number
  }
  epilepsy: { main: Fixed; nested: Fixed }
  coal: {
    log_lambda: number
    edf_total_incl_intercept: number
    grid: number[]
    log_rate: number[]
    se: number[]
    fixed: { lambda: number; edf: number; reml: number }[]
  }
  rateRatio: {
    x1: number
    T1: number
    x2: number
    T2: number
    conf: number
    lower: number
    upper: number | 'Inf'
    p_minlike: number
  }[]
  bh: { p: number[]; adjusted: number[] }
}

/** As computed by R 4.2.2, mgcv 1.8-41, `gam(method = "REML")`: the calls stand in `bench/mgcvBook.R` and `bench/mgcv.R`. */
export const GAM = JSON.parse(file('l_gam.json')) as {
  /** On `l_book.csv`, row by row, the trip left out. */
  book: { log_rate: number[]; se: number[]; edf: Record<string, number>; sd: Record<string, number> }
  /** On the rows of `patternWorld(80, 5, true)` with all terms of the pattern model, the trip left out. */
  patterns: { log_rate: number[]; se: number[]; edf_total: number }
}
