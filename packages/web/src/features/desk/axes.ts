import { UNKNOWN, bandPlace, fromSi } from '@jotbook/core'
import type { Unit, UnitPreferences } from '@jotbook/core'
import { decimals, unitLabel } from '../../ui/locale.ts'

/** A condition along which a rate is drawn. */
export interface Axis {
  readonly column: string
  /** Its bands, for the map and for the board. */
  readonly band: string
  readonly word: string
  /** By name where it has one of the book's units, else as it is written. */
  readonly unit: (units: UnitPreferences) => string
  /** Its values have a unit of the book's choice. */
  readonly isQuantity: boolean
}

const quantity = (column: string, band: string, word: string, unit: (units: UnitPreferences) => Unit): Axis => ({
  column,
  band,
  word,
  unit,
  isQuantity: true,
})
const plain = (column: string, band: string, word: string, unit: string): Axis => ({
  column,
  band,
  word,
  unit: () => unit,
  isQuantity: false,
})

/** The hour has no curve of its own: it is read off the clock, hour by hour. */
export const HOUR = 'hour'

const TEMPERATURE = quantity('water_temp_c', 'temp_band', 'water temperature', ({ temperature }) => temperature)

export const AXES: readonly Axis[] = [
  TEMPERATURE,
  quantity('visibility_m', 'clarity_band', 'clarity', ({ visibility }) => visibility),
  quantity('wind_mps', 'wind_band', 'wind', ({ wind }) => wind),
  plain('cloud_pct', 'sky_band', 'cloud', '%'),
  plain('sun_altitude', 'sun_band', 'sun height', '°'),
  plain(HOUR, HOUR, 'hour of the day', ''),
  plain('pressure_tendency', 'tendency', 'turn of the pressure', 'hPa in 3 h'),
  plain('rain_48h', 'rain_band', 'rain of two days', 'mm'),
  plain('since_current_h', 'current_since_band', 'hours since the current changed', 'h'),
  plain('pause_s', 'pause_band', 'pause', 's'),
  quantity('depth_m', 'depth_band', 'depth of the water', ({ depth }) => depth),
  quantity('lure_depth_m', 'lure_depth_band', 'depth of the lure', ({ depth }) => depth),
]

export const axisOf = (column: string | null): Axis => AXES.find((axis) => axis.column === column) ?? TEMPERATURE

/** A value of an axis as it is shown, without its unit. */
export const shownOn = (axis: Axis, units: UnitPreferences, si: number): number =>
  axis.isQuantity ? fromSi(si, axis.unit(units) as Unit) : si

export const unitOn = (axis: Axis, units: UnitPreferences): string =>
  axis.isQuantity ? unitLabel(axis.unit(units) as Unit) : axis.unit(units)

/** `46 to 52 °F`. */
export function rangeOn(axis: Axis, units: UnitPreferences, from: number, to: number): string {
  const [low, high] = [shownOn(axis, units, from), shownOn(axis, units, to)]
  const isWhole = [low, high].every((value) => Math.abs(value - Math.round(value)) < 0.05)
  const places = isWhole || Math.abs(high - low) >= 5 ? 0 : 1
  return `${decimals(low, places)} to ${decimals(high, places)} ${unitOn(axis, units)}`.trim()
}

/** The calendar has an order that its words have not. */
const SEASONS: readonly string[] = ['winter', 'spring', 'summer', 'autumn']
const NUMBERED: ReadonlySet<string> = new Set([HOUR, 'month', 'year'])

/** The levels of a band in their order; what is not known stands last. */
export function inOrder(column: string, levels: readonly string[]): string[] {
  const place = (level: string): number => {
    if (level === UNKNOWN) return Infinity
    const own = NUMBERED.has(column)
      ? Number(level)
      : column === 'season'
        ? SEASONS.indexOf(level)
        : bandPlace(column, level)
    return own === undefined || Number.isNaN(own) ? 1e6 : own
  }
  return [...new Set(levels)].sort((a, b) => place(a) - place(b) || (a < b ? -1 : 1))
}
