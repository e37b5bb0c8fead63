import { parseNmeaSentence } from 'nmea-simple'
import { MINUTE_MS } from '../../time/index.ts'
import type { EpochMs } from '../../time/index.ts'
import { thinned } from './thinned.ts'
import type { Kept } from './thinned.ts'
import { TrackThinner } from './track.ts'
import type { TrackPoint } from './track.ts'

/** What a sounder's sentences told, as far as it matters: a change beyond the sensor's noise, or ten minutes. */
export interface SounderReading {
  readonly ms: EpochMs
  readonly waterTempC: number
  /** Water under the boat at that time. */
  readonly depthM?: number
}

/** What came in, counted. Nothing but `used` was used. */
export interface SounderCounts {
  used: number
  /** Wrong checksum, or none. */
  checksum: number
  /** Too long, binary, or not a sentence. */
  unreadable: number
  /** Sound sentences of other sorts, or without a fix. */
  otherwise: number
  /** Before the first sentence that gives day and time. */
  untimed: number
  /** The clock leapt more than a day. */
  leaps: number
}

/** Sensor noise of a boat's thermometer (ours). */
const NOISE_C = 0.2
const LONGEST_LINE = 120
const LEAP_MS = 24 * 60 * MINUTE_MS

/**
 * Takes NMEA 0183 sentences one by one, from a log or a live feed: the same sentences give the same readings and the same track.
 * Times come from the sentences (RMC, ZDA), never from when they arrived; a sentence with a wrong checksum is counted and not used.
 *
 * Source   NMEA 0183; RMC, GGA, ZDA and DBT by nmea-simple, DPT and MTW here; the thinning is ours
 */
export class SounderIntake {
  readonly counts: SounderCounts = { used: 0, checksum: 0, unreadable: 0, otherwise: 0, untimed: 0, leaps: 0 }
  private clockMs: EpochMs | undefined
  private depthM: number | undefined
  private readonly temperature = thinned(NOISE_C)
  private readonly track = new TrackThinner()
  private readings: SounderReading[] = []

  take(line: string): void {
    const sentence = line.trim()
    if (sentence === '') return
    const fault = faultOf(sentence)
    if (fault) {
      this.counts[fault]++
      return
    }
    const kind = sentence.slice(3, 6)
    const fields = sentence.slice(7, sentence.lastIndexOf('*')).split(',')
    if (kind === 'MTW') this.takeTemperature(numberOf(fields[0]), fields[1])
    else if (kind === 'DPT') this.takeDepth(withOffset(numberOf(fields[0]), numberOf(fields[1])))
    else this.takePacket(sentence)
  }

  /** What has come out since it was last asked. */
  drain(): { readings: SounderReading[]; track: TrackPoint[] } {
    const out = { readings: this.readings, track: this.track.drain() }
    this.readings = []
    return out
  }

  private takePacket(sentence: string): void {
    const packet = packetOf(sentence)
    if (packet?.sentenceId === 'RMC' && packet.status === 'valid')
      this.takeFix(packet.datetime.getTime(), packet.latitude, packet.longitude)
    else if (packet?.sentenceId === 'ZDA') this.takeClock(packet.datetime.getTime())
    else if (packet?.sentenceId === 'DBT') this.takeDepth(packet.depthMeters)
    else this.counts.otherwise++
  }

  private takeClock(ms: EpochMs): boolean {
    if (!Number.isFinite(ms)) {
      this.counts.unreadable++
      return false
    }
    if (this.clockMs !== undefined && Math.abs(ms - this.clockMs) > LEAP_MS) {
      this.counts.leaps++
      return false
    }
    // Lines that come out of order do not turn the clock back.
    this.clockMs = Math.max(this.clockMs ?? ms, ms)
    this.counts.used++
    return true
  }

  private takeFix(ms: EpochMs, latitude: number, longitude: number): void {
    if (!this.takeClock(ms)) return
    if (Math.abs(latitude) <= 90 && Math.abs(longitude) <= 180 && ms === this.clockMs)
      this.track.take([ms, latitude, longitude, this.depthM ?? null])
  }

  private takeDepth(depthM: number | undefined): void {
    if (depthM === undefined || !(depthM >= 0 && depthM <= 200)) this.counts.otherwise++
    else {
      this.counts.used++
      this.depthM = depthM
    }
  }

  private takeTemperature(tempC: number | undefined, unit: string | undefined): void {
    if (tempC === undefined || unit !== 'C' || !(tempC >= -2 && tempC <= 45)) this.counts.otherwise++
    else if (this.clockMs === undefined) this.counts.untimed++
    else {
      this.counts.used++
      const kept: Kept | undefined = this.temperature(this.clockMs, tempC)
      if (kept)
        this.readings.push({
          ms: kept.ms,
          waterTempC: kept.value,
          ...(this.depthM === undefined ? {} : { depthM: this.depthM }),
        })
    }
  }
}

const SENTENCE = /^[$!]([A-Z]{2}[A-Z0-9]{3},[\x20-\x7e]*)\*([0-9A-F]{2})$/i

function faultOf(sentence: string): 'checksum' | 'unreadable' | undefined {
  if (sentence.length > LONGEST_LINE) return 'unreadable'
  const parts = SENTENCE.exec(sentence)
  if (!parts) return /^[$!][A-Z]{2}[A-Z0-9]{3},[\x20-\x7e]*$/i.test(sentence) ? 'checksum' : 'unreadable'
  return nmeaChecksum(parts[1] ?? '') === parts[2]?.toUpperCase() ? undefined : 'checksum'
}

/** Two hexadecimal digits: the exclusive or of all characters between `$` and `*`. */
export function nmeaChecksum(body: string): string {
  const sum = [...body].reduce((value, letter) => value ^ letter.charCodeAt(0), 0)
  return sum.toString(16).toUpperCase().padStart(2, '0')
}

function packetOf(sentence: string): ReturnType<typeof parseNmeaSentence> | undefined {
  try {
    return parseNmeaSentence(sentence)
  } catch {
    return undefined
  }
}

const numberOf = (text: string | undefined): number | undefined =>
  text === undefined || text.trim() === '' || !Number.isFinite(Number(text)) ? undefined : Number(text)

/** Depth below the surface: a positive offset is from the water line to the transducer, a negative one to the keel and left off. */
const withOffset = (depthM: number | undefined, offsetM: number | undefined): number | undefined =>
  depthM === undefined ? undefined : depthM + Math.max(0, offsetM ?? 0)
