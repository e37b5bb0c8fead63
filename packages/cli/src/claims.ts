import { tryClaims } from '@jotbook/core'
import type { ClaimTrial, Verdict } from '@jotbook/core'
import { soundBundle } from './bundleFiles.ts'
import { asCallFault } from './failure.ts'
import { progressLine } from './progressLine.ts'
import { ratioJson, ratioText } from './ratios.ts'
import { table } from './table.ts'

export interface ClaimsCall {
  readonly bundle: string
  readonly water?: string
  readonly confidence: string
  readonly json?: boolean
}

/** `jot analyse claims`: every rule of the trade on trial against the book's hours. */
export function claims({ bundle, water, confidence, json }: ClaimsCall): number {
  const { book } = soundBundle(bundle)
  const progress = progressLine('trying claims')
  const trials = asCallFault(() =>
    tryClaims(book, {
      ...(water === undefined ? {} : { water }),
      confidence: Number(confidence),
      progress: progress.at,
    }),
  )
  progress.done()
  console.log(json ? JSON.stringify(trials.map(trialJson), null, 2) : claimsText(trials, water))
  return 0
}

const trialJson = (trial: ClaimTrial): unknown => ({
  claim: trial.claim.id,
  says: trial.claim.says,
  outcome: trial.claim.outcome,
  verdict: trial.verdict,
  ...ratioJson(trial),
  p: trial.pValue,
  q: trial.q,
  margin: trial.margin,
  dispute: trial.claim.dispute ?? null,
  denominator: trial.denominator,
  hours: { in: trial.hoursIn, out: trial.hoursOut },
  strikes_in: trial.strikesIn,
  trips: trial.trips.length,
  trip_ids: trial.trips,
  hours_needed: trial.hoursNeeded,
  power_at: trial.powerAt,
  e_value: trial.eValue,
  confirmed: trial.confirmed,
  ...(trial.why === undefined ? {} : { why: trial.why, to_log: trial.toLog ?? [] }),
})

const ORDER: readonly Verdict[] = ['holds', 'fails', 'no difference', 'too early', 'cannot be learnt']

function claimsText(trials: readonly ClaimTrial[], water: string | undefined): string {
  const count = (verdict: Verdict): number => trials.filter((trial) => trial.verdict === verdict).length
  const told = [...trials]
    .filter(({ verdict }) => verdict !== 'cannot be learnt')
    .sort((a, b) => ORDER.indexOf(a.verdict) - ORDER.indexOf(b.verdict) || (a.q ?? 1) - (b.q ?? 1))
  const lines = told.map((trial) => [
    trial.claim.id,
    trial.verdict,
    trial.claim.says,
    ...ratioText(trial),
    trial.q === null ? '' : trial.q.toFixed(2),
    trial.hoursIn.toFixed(0),
    trial.hoursOut.toFixed(0),
    trial.hoursNeeded === null ? '' : trial.hoursNeeded.toFixed(0),
    trial.claim.dispute ?? '',
  ])
  const unlearnt = trials.filter(({ verdict }) => verdict === 'cannot be learnt')
  return [
    `${water === undefined ? 'On all waters' : `On ${water}`} ${count('holds')} rules hold, ${count('fails')} fail and ${count('no difference')} make no difference; of ${count('too early')} it is too early to say, and ${unlearnt.length} cannot be tested with what is logged. Of those that hold or fail, one in ten may be wrong.`,
    '',
    table(['rule', 'verdict', 'says', 'ratio', 'limits', 'q', 'hours', 'against', 'still needed', 'dispute'], lines),
    '',
    ...(told.some(({ claim }) => claim.outcome === 'travels')
      ? ['The ratio of what travels is by how much a pattern’s own ratio differs from one water to the next.']
      : []),
    ...(unlearnt.length === 0
      ? []
      : [
          'Not testable with what is logged:',
          ...unlearnt.map(({ claim, why, toLog = [] }) => `${claim.id}: ${why}; log ${toLog.join(', ')}.`),
        ]),
  ].join('\n')
}
