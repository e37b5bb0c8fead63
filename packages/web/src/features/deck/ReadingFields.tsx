import { DEFAULT_BANDS, HOUR_MS, MINUTE_MS, SKY_COVER_PCT, bandLabel } from '@jotbook/core'
import { lastRead } from '@jotbook/core/deck'
import type { DurationMs, EpochMs, Fields, Id, Reading } from '@jotbook/core'
import type { ReadField } from '@jotbook/core/deck'
import { useUnits } from '../../state/useBook.ts'
import { counted, decimals } from '../../ui/locale.ts'
import { shownValue, stepped, typedQuantity, wordsOfField } from './quantities.ts'
import { useUsualReadings } from './useUsualReadings.ts'
import { Stepper } from './Stepper.tsx'
import { Pick } from './Target.tsx'
import { text } from './text.ts'

const MEASURED = ['waterTempC', 'visibilityM', 'windMps'] as const
const MORE_MEASURED = ['airTempC', 'pressureHpa'] as const
const WORDS = ['tint', 'precipitation', 'current', 'fishPosition', 'levelTrend'] as const
const SKY = DEFAULT_BANDS.sky_band
const POINTS = ['N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW'] as const

interface ReadingFieldsProps {
  readonly readings: readonly Reading[]
  /** What was changed since: the new reading as far as it goes. */
  readonly given: Fields
  readonly onGive: (fields: Fields) => void
  readonly nowMs: EpochMs
  /** Where it is read: what is usual there at this season is where a value begins. */
  readonly water: Id<'water'> | undefined
  /** Only what is read at a launch. */
  readonly short?: boolean
}

/** Each condition with its last value and age, moved by steps or picked by a word. */
// eslint-disable-next-line max-lines-per-function -- one condition below the other
export function ReadingFields({ readings, given, onGive, nowMs, water, short = false }: ReadingFieldsProps) {
  const units = useUnits()
  const usual = useUsualReadings(water, nowMs)
  const last = (field: ReadField) => lastRead(readings, field, nowMs)
  const note = (field: ReadField): string | undefined => {
    if (field in given) return undefined
    const known = last(field)
    if (!known) return text.read.never
    if (known.ageMs < MINUTE_MS) return text.justNow
    return `${text.read.age(ageText(known.ageMs))}${known.stale ? `: ${text.read.stale}` : ''}`
  }
  const present = (field: ReadField): unknown => (field in given ? given[field] : last(field)?.value)
  const measured = (field: 'waterTempC' | 'visibilityM' | 'windMps' | 'airTempC' | 'pressureHpa') => {
    const typed = field in given ? given[`${field}Typed`] : last(field)?.typed
    return (
      <Stepper
        key={field}
        label={text.read.fields[field]}
        value={shownValue('reading', field, present(field), typed, units)}
        note={note(field)}
        onStep={(direction) =>
          onGive(stepped('reading', field, present(field) as number | undefined, units, direction, usual[field]))
        }
        onType={(entered) => {
          const fields = typedQuantity('reading', field, entered, units)
          if (fields) onGive(fields)
          return fields !== undefined
        }}
      />
    )
  }
  const cloud = present('cloudPct')
  return (
    <div className="reading-fields">
      {MEASURED.map(measured)}
      <Pick
        label={`${text.read.fields.cloudPct}${noteOf(note('cloudPct'))}`}
        words={Object.keys(SKY_COVER_PCT)}
        chosen={typeof cloud === 'number' ? [bandLabel(cloud, SKY.edges, SKY.labels)] : []}
        onPick={(word) => onGive({ cloudPct: SKY_COVER_PCT[word as keyof typeof SKY_COVER_PCT] })}
      />
      <Pick
        label={`${text.read.fields.windMps} ${text.read.fields.windFromDeg}`}
        words={POINTS}
        chosen={
          typeof present('windFromDeg') === 'number'
            ? [POINTS[Math.round(Number(present('windFromDeg')) / 45) % 8] ?? '']
            : []
        }
        onPick={(word) => onGive({ windFromDeg: POINTS.indexOf(word as (typeof POINTS)[number]) * 45 })}
      />
      {!short && (
        <>
          {WORDS.map((field) => (
            <Pick
              key={field}
              label={`${text.read.fields[field]}${noteOf(note(field))}`}
              words={wordsOfField('reading', field)}
              chosen={typeof present(field) === 'string' ? [String(present(field))] : []}
              onPick={(word) => onGive({ [field]: word })}
            />
          ))}
          {MORE_MEASURED.map(measured)}
        </>
      )}
    </div>
  )
}

const DAY_H = 24

/** Minutes, hours or days, whichever says it shortest. */
function ageText(ageMs: DurationMs): string {
  const hours = ageMs / HOUR_MS
  if (hours < 1) return `${Math.round(ageMs / MINUTE_MS)} min`
  return hours < 2 * DAY_H ? `${decimals(hours, hours < 10 ? 1 : 0)} h` : counted(Math.round(hours / DAY_H), 'day')
}

const noteOf = (note: string | undefined): string => (note ? ` · ${note}` : '')
