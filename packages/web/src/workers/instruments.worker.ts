import type { EpochMs } from '@jotbook/core'
import { expose } from 'comlink'
import { PlacesRefusal, SounderIntake, readGpxTrack, readMetars, thinReports } from '@jotbook/core/formats'
import type { SounderCounts, SounderReading, TrackPoint, WeatherReport } from '@jotbook/core/formats'

/** What a text from an instrument holds, whatever instrument it was. */
export interface InstrumentText {
  readonly kind: 'sounder' | 'track' | 'reports'
  readonly readings: readonly SounderReading[]
  readonly reports: readonly WeatherReport[]
  readonly track: readonly TrackPoint[]
  readonly counts?: SounderCounts
  /** Points of a track without a time. */
  readonly untimed?: number
  /** What was not used, by line. */
  readonly remarks: readonly { readonly line: number; readonly message: string }[]
}

const NOTHING = { readings: [], reports: [], track: [], remarks: [] } as const
const LINES_A_PROGRESS = 20_000

const instruments = {
  /** Reads NMEA 0183, GPX 1.1 or METAR text, by what it begins with; or says in words why it cannot. `nearMs`: about when it was made. */
  read(text: string, nearMs: EpochMs, onProgress: (share: number) => void): InstrumentText | string {
    const start = text.trimStart()
    if (start.startsWith('<')) return track(text, onProgress)
    return /^[$!][A-Z]{2}/m.test(start.slice(0, 5000)) ? sounder(text, onProgress) : reports(text, nearMs)
  },
}

function track(text: string, onProgress: (share: number) => void): InstrumentText | string {
  try {
    const read = readGpxTrack(text, (letters, all) => onProgress(letters / all))
    return { ...NOTHING, kind: 'track', track: read.track, untimed: read.untimed }
  } catch (error) {
    if (error instanceof PlacesRefusal) return error.message
    throw error
  }
}

function sounder(text: string, onProgress: (share: number) => void): InstrumentText {
  const intake = new SounderIntake()
  const lines = text.split('\n')
  lines.forEach((line, i) => {
    intake.take(line)
    if (i % LINES_A_PROGRESS === 0) onProgress(i / lines.length)
  })
  return { ...NOTHING, kind: 'sounder', ...intake.drain(), counts: intake.counts }
}

function reports(text: string, nearMs: EpochMs): InstrumentText {
  const read = readMetars(text, nearMs)
  return { ...NOTHING, kind: 'reports', reports: thinReports(read.reports), remarks: read.remarks }
}

export type Instruments = typeof instruments
expose(instruments)
