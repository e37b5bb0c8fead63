import { parseWhere, strikeKinds } from '@jotbook/core'
import type { StrikeKinds } from '@jotbook/core'
import { soundBundle } from './bundleFiles.ts'
import { asCallFault } from './failure.ts'
import { table } from './table.ts'

export interface KindsCall {
  readonly bundle: string
  readonly of: string
  readonly where?: string
  readonly confidence: string
  readonly json?: boolean
}

/** `jot analyse kinds`: how strikes came, as shares of them. */
export function kinds({ bundle, of, where = '', confidence, json }: KindsCall): number {
  const { book } = soundBundle(bundle)
  const found = asCallFault(() =>
    strikeKinds(book, { of, where: parseWhere(where) }, { confidence: Number(confidence) }),
  )
  console.log(json ? JSON.stringify(kindsJson(found), null, 2) : kindsText(found))
  return 0
}

function kindsJson({ of, rows, told, strikes, pause }: StrikeKinds): unknown {
  return {
    of,
    strikes,
    told,
    rows: rows.map(({ value, strikes: own, trips, share, lower, upper, landed }) => ({
      [of]: value,
      strikes: own,
      trips,
      share,
      lower,
      upper,
      landed: landed ? { share: landed.share, lower: landed.lower, upper: landed.upper } : null,
    })),
    pause: pause
      ? {
          strikes: pause.strikes,
          in_pause: pause.inPause,
          time_share: pause.timeShare,
          ratio: pause.ratio,
          p: pause.pValue,
        }
      : null,
  }
}

const percent = (share: number): string => `${Math.round(100 * share)} %`

function kindsText({ of, rows, told, strikes, pause }: StrikeKinds): string {
  if (told === 0) return `Of ${strikes} strikes none says its ${of}.`
  return [
    `Of ${strikes} strikes ${told} say their ${of}.`,
    '',
    table(
      [of, 'strikes', 'trips', 'share', 'likely range', 'landed'],
      rows.map(({ value, strikes: own, trips, share, lower, upper, landed }) => [
        value,
        own,
        trips,
        percent(share),
        `${percent(lower)}–${percent(upper)}`,
        landed ? percent(landed.share) : '',
      ]),
    ),
    ...(pause
      ? [
          '',
          `On the pause: ${pause.inPause} of ${pause.strikes} strikes, in ${percent(pause.timeShare)} of the time${pause.ratio === null ? '' : `, ${pause.ratio.toFixed(2)} times its share`} (p ${pause.pValue.toFixed(2)}).`,
        ]
      : []),
  ].join('\n')
}
