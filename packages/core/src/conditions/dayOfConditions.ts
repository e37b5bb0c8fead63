import { at } from '../checked/index.ts'
import { calendarSeason } from '../season/index.ts'
import { localParts } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import { DEFAULT_BANDS, SAID, UNKNOWN } from '../vocabulary/index.ts'
import type { BandName } from '../vocabulary/index.ts'
import { conditionTrack } from './conditionTrack.ts'
import { bandIndex } from './track.ts'
import type { Setting } from './types.ts'
import { NO_PAST } from './waterPast.ts'
import type { WaterPast } from './waterPast.ts'

/** A condition that the angler may correct, as the book works it out. */
export type SaidColumn = keyof typeof SAID
export const SAID_COLUMNS = Object.keys(SAID) as SaidColumn[]

export interface Spell {
  readonly fromMs: EpochMs
  readonly toMs: EpochMs
  readonly word: string
}

export interface DayCondition {
  readonly column: SaidColumn
  /** The field of the trip by which it is corrected. */
  readonly said: (typeof SAID)[SaidColumn]
  /** Words through the span, without gap; `unknown` where the book cannot tell. */
  readonly spells: readonly Spell[]
}

/**
 * What the sky and the season did over a span: each correctable condition in words, spell by spell.
 *
 * Given      a setting with its readings, the span, and the water's past
 * Returned   spells without gap; `unknown` where the book cannot tell
 */
export function dayOfConditions(
  setting: Setting,
  fromMs: EpochMs,
  toMs: EpochMs,
  past: WaterPast = NO_PAST,
): DayCondition[] {
  return SAID_COLUMNS.map((column) => ({
    column,
    said: SAID[column],
    spells: spellsOf(setting, column, { fromMs, toMs }, past),
  }))
}

/**
 * One condition in words through a span: a band column, a class, or the calendar's season.
 *
 * Given      the setting of a trip, the column, the span, and the water's past where it is known
 * Returned   spells side by side that fill the span, each with its word
 */
export function spellsOf(
  setting: Setting,
  column: SaidColumn | BandName,
  { fromMs, toMs }: { readonly fromMs: EpochMs; readonly toMs: EpochMs },
  past: WaterPast = NO_PAST,
): Spell[] {
  if (column === 'season') {
    return [{ fromMs, toMs, word: calendarSeason(localParts(fromMs, setting.timeZone).month, setting.latitude) }]
  }
  const band = column === 'front' || column === 'fish_season' ? undefined : DEFAULT_BANDS[column]
  const condition = band?.of ?? (column === 'front' ? 'front' : 'fishSeason')
  const track = conditionTrack(setting, condition, band?.edges, past)
  const spells: Spell[] = []
  track.walk(fromMs, toMs, (from, value) => {
    const word =
      value === null
        ? UNKNOWN
        : typeof value === 'number' && band
          ? at(band.labels, bandIndex(value, band.edges))
          : String(value)
    const last = spells.at(-1)
    if (last?.word === word) return
    if (last) spells[spells.length - 1] = { ...last, toMs: from }
    spells.push({ fromMs: from, toMs, word })
  })
  return spells
}
