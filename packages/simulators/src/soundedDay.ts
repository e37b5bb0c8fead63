import { seededRandom } from '@jotbook/core'
import type { Random } from '@jotbook/core'
import { dpt, mtw, rmc, vtg } from './sentences.ts'

export interface DayOptions {
  readonly startMs: number
  readonly hours?: number
  readonly latitude?: number
  readonly longitude?: number
  readonly seed?: number
  /** What goes wrong on real boats, on request. */
  readonly faults?: Faults
}

export interface Faults {
  /** Share of sentences whose checksum is wrong. */
  readonly checksums?: number
  /** Share of minutes in which nothing comes. */
  readonly gaps?: number
  /** Share of sentences that change places with the one after. */
  readonly reordered?: number
}

/** What a sounder says within one tick. */
export interface Tick {
  readonly ms: number
  readonly lines: readonly string[]
}

const TICK_MS = 2000
const TICKS_A_MINUTE = 30

/**
 * A made-up day on a boat as a sounder tells it: it lies on one spot after another, the water warms to the afternoon, the bottom comes
 * up and goes down again. The same options give the same sentences.
 */
export function* soundedDay({
  startMs,
  hours = 8,
  latitude = 36.9,
  longitude = -85.1,
  seed = 1,
  faults = {},
}: DayOptions): Generator<Tick> {
  const random = seededRandom(seed)
  let silent = false
  for (let tick = 0; tick * TICK_MS < hours * 3_600_000; tick++) {
    if (tick % TICKS_A_MINUTE === 0) silent = random() < (faults.gaps ?? 0)
    const ms = startMs + tick * TICK_MS
    const lines = spoken({ ms, tick, share: tick / (1800 * hours) }, { latitude, longitude }, random)
    if (!silent) yield { ms, lines: spoiled(lines, faults, random) }
  }
}

function spoken(
  { ms, share, tick }: { readonly ms: number; readonly share: number; readonly tick: number },
  { latitude, longitude }: { readonly latitude: number; readonly longitude: number },
  random: Random,
): string[] {
  const minutes = tick / TICKS_A_MINUTE
  // Twenty minutes on a spot, then three minutes' run to the next.
  const runs = minutes % 23 > 20
  const spot = Math.floor(minutes / 23) + (runs ? (minutes % 23) / 3 - 20 / 3 : 0)
  const [lat, lon] = [latitude + 0.004 * Math.sin(spot), longitude + 0.006 * Math.cos(spot * 0.7)]
  const tempC = 8.2 + 2.4 * Math.sin(Math.PI * Math.min(1, share * 1.1)) + 0.05 * (random() - 0.5)
  const depthM = 4 + 2.5 * Math.sin(spot * 1.3) + 0.2 * (random() - 0.5)
  const knots = runs ? 18 : 0.4
  return [
    rmc(ms, lat, lon, knots),
    dpt(depthM),
    ...(tick % 5 === 0 ? [mtw(tempC)] : []),
    ...(tick % 10 === 0 ? [vtg(knots)] : []),
  ]
}

function spoiled(lines: string[], { checksums = 0, reordered = 0 }: Faults, random: Random): string[] {
  const said = lines.map((line) =>
    random() < checksums ? `${line.slice(0, -2)}${line.endsWith('00') ? '11' : '00'}` : line,
  )
  if (said.length > 1 && random() < reordered) said.reverse()
  return said
}
