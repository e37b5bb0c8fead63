import type { ICloud, IWeatherCondition, IWind } from 'metar-taf-parser'

/** What reports and forecasts of airfields have in common. */
export interface ReportedWeather {
  readonly wind?: IWind
  readonly clouds: readonly ICloud[]
  readonly cavok?: true
  readonly verticalVisibility?: number
  readonly weatherConditions: readonly IWeatherCondition[]
}

export interface ReportedWind {
  readonly windMps?: number
  readonly gustMps?: number
  /** Absent for a variable wind. */
  readonly windFromDeg?: number
}

const SPEEDS: Readonly<Record<string, number>> = { KT: 0.514444, MPS: 1, 'KM/H': 1 / 3.6 }
export const tenth = (value: number): number => Math.round(value * 10) / 10

/** What cannot be is left out, and named among the doubts. */
export function windOf({ wind }: Pick<ReportedWeather, 'wind'>, doubts: string[]): ReportedWind {
  const unit = wind && SPEEDS[wind.unit]
  if (!wind || unit === undefined) return {}
  const windMps = tenth(wind.speed * unit)
  if (windMps > 60) {
    doubts.push(`A wind of ${wind.speed} ${wind.unit} cannot be: not used.`)
    return {}
  }
  return {
    windMps,
    ...(wind.gust === undefined ? {} : { gustMps: tenth(wind.gust * unit) }),
    ...(typeof wind.degrees === 'number' && wind.degrees <= 360 ? { windFromDeg: wind.degrees } : {}),
  }
}

/** Eighths of the sky, the middle of each word (WMO code table 2700). */
const COVER: Readonly<Record<string, number>> = { SKC: 0, NSC: 0, FEW: 18.75, SCT: 43.75, BKN: 75, OVC: 100 }

/** Share of the sky covered, by the thickest layer; undefined where nothing is said of it. */
export function coverOf(
  { clouds, cavok, verticalVisibility }: Omit<ReportedWeather, 'wind' | 'weatherConditions'>,
  entry: string,
): number | undefined {
  const covers = clouds.flatMap(({ quantity }) => COVER[quantity] ?? [])
  const open = cavok === true || /\b(SKC|CLR|NSC|NCD)\b/.test(entry)
  if (verticalVisibility !== undefined) return 100
  return covers.length > 0 ? Math.max(...covers) : open ? 0 : undefined
}

export function skyOf(
  weather: ReportedWeather,
  entry: string,
): { readonly cloudPct?: number; readonly precipitation: string; readonly rainMm?: number } {
  const cloudPct = coverOf(weather, entry)
  // Hourly precipitation in hundredths of an inch.
  const fallen = /\bRMK\b.*\bP(\d{4})\b/.exec(entry)?.[1]
  return {
    ...(cloudPct === undefined ? {} : { cloudPct }),
    precipitation: precipitationOf(weather),
    ...(fallen === undefined ? {} : { rainMm: tenth(Number(fallen) * 0.254) }),
  }
}

export function precipitationOf({ weatherConditions }: Pick<ReportedWeather, 'weatherConditions'>): string {
  const falls = (phenomenon: string) =>
    weatherConditions.find(({ phenomenons }) => (phenomenons as string[]).includes(phenomenon))
  if (falls('SN')) return 'snow'
  const rain = falls('RA')
  if (rain) return (rain.intensity as string | undefined) === '+' ? 'heavy rain' : 'rain'
  return falls('DZ') ? 'drizzle' : falls('FG') ? 'fog' : 'none'
}

export const hasThunder = ({ weatherConditions }: Pick<ReportedWeather, 'weatherConditions'>): boolean =>
  weatherConditions.some(
    ({ descriptive, phenomenons }) =>
      (descriptive as string | undefined) === 'TS' || (phenomenons as string[]).includes('TS'),
  )
