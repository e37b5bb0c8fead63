import { DAY_MS, addDays, isoUtc, localDate, readStrikeLine, resolveWallTime } from '@jotbook/core'
import type { EpochMs, Fields, Misread, StrikeLine, UnitPreferences } from '@jotbook/core'
import { clock } from '../../ui/locale.ts'
import { text } from './text.ts'

/** One line of shorthand as the dock reads it: the strike it means, or why it means none yet. */
export interface ReadLine {
  readonly typed: string
  readonly said: StrikeLine
  /** The fields of the strike; absent while something must be fixed. */
  readonly fields?: Fields
  /** What was not understood, to be underlined where it stands. */
  readonly misread: readonly Misread[]
  readonly problem?: string
  readonly notice?: string
}

export interface LineContext {
  readonly units: UnitPreferences
  readonly zone: string
  /** The stint or trip the strikes belong to. */
  readonly fromMs: EpochMs
  readonly toMs: EpochMs | undefined
  /** Whether a strike may stand without a time. */
  readonly timeOptional: boolean
}

/** Every line that is not blank, in order. Pure. */
export function readLines(lines: string, context: LineContext): ReadLine[] {
  return lines
    .split('\n')
    .filter((line) => line.trim() !== '')
    .map((line) => readLine(line.trim(), context))
}

function readLine(typed: string, context: LineContext): ReadLine {
  const said = readStrikeLine(typed, { units: context.units })
  const { misread } = said
  if (misread[0]) return { typed, said, misread, problem: misread.map(({ message }) => message).join(' ') }
  const when = timeOf(said, context)
  if (when.problem !== undefined) return { typed, said, misread, problem: when.problem }
  return {
    typed,
    said,
    misread,
    fields: { ...when.fields, ...fieldsOf(said) },
    ...(when.notice ? { notice: when.notice } : {}),
  }
}

interface When {
  readonly fields?: Fields
  readonly problem?: string
  readonly notice?: string
}

/** The instant a line's clock means: on the stint's own day or the next; the other half of the day only where it alone lies inside. */
function timeOf({ clock: typed }: StrikeLine, { zone, fromMs, toMs, timeOptional }: LineContext): When {
  if (!typed)
    return timeOptional
      ? { fields: { time: isoUtc(fromMs), timeUnknown: true } }
      : { problem: text.strikes.beginWithTime }
  const day = localDate(fromMs, zone)
  const halves = typed.half || typed.hour >= 12 ? [typed] : [typed, { ...typed, hour: typed.hour + 12 }]
  const meant = halves.flatMap((one) => [day, addDays(day, 1)].map((date) => resolveWallTime(date, one, zone).ms))
  const inside = meant.filter((ms) => ms >= fromMs && ms <= (toMs ?? fromMs + DAY_MS))
  const [ms] = inside
  if (ms === undefined) return { problem: text.strikes.outside }
  const asTyped = resolveWallTime(day, typed, zone).ms
  return {
    fields: { time: isoUtc(ms), timeUnknown: null },
    ...(ms === asTyped ? {} : { notice: text.strikes.read(clock(ms, zone)) }),
  }
}

function fieldsOf({ clock: _clock, misread: _misread, lengthMm, weightG, depthM, ...said }: StrikeLine): Fields {
  const measured = Object.entries({ lengthMm, weightG, depthM }).flatMap(([field, read]) =>
    read
      ? [
          [field, read.value],
          [`${field}Typed`, read.typed],
        ]
      : [],
  )
  return { ...(said as Fields), ...(Object.fromEntries(measured) as Fields) }
}
