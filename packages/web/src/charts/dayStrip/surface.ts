import type { EpochMs } from '@jotbook/core'
import { interpolateRgb } from 'd3'
import type { StripModel } from './stripModel.ts'

const NIGHT = '#2c4350'
const BRIGHT = '#f6efd6'
const OVERCAST = '#c9cfcb'

/** Colour of the sky for its light (0 night to 1 day) and cloud (0 to 1). Drawn to read, not measured. */
export function skyColour(light: number, cloud: number): string {
  return interpolateRgb(NIGHT, interpolateRgb(BRIGHT, OVERCAST)(cloud))(light)
}

const WAVE = 9
const HIGHEST_WAVE = 5

/** The surface as rough as the wind was. */
export function surfacePath({ fromMs, toMs, wind }: StripModel, x: (ms: EpochMs) => number, top: number): string {
  const [from, to] = [x(fromMs), x(toMs)]
  const windAt = (at: number): number => {
    const ms = fromMs + ((at - from) / (to - from)) * (toMs - fromMs)
    let nearest = wind.points[0]
    for (const point of wind.points) if (nearest && Math.abs(point.ms - ms) < Math.abs(nearest.ms - ms)) nearest = point
    return nearest?.value ?? 0
  }
  let path = `M${from} ${top}`
  for (let at = from, up = true; at < to; at += WAVE, up = !up) {
    const height = Math.min(HIGHEST_WAVE, (windAt(at) / Math.max(wind.highest, 1)) * HIGHEST_WAVE) * (up ? -1 : 1)
    path += `Q${at + WAVE / 2} ${top + height} ${Math.min(at + WAVE, to)} ${top}`
  }
  return path
}
