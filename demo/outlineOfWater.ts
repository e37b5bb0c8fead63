import { at, seededRandom } from '@jotbook/core'
import type { Fields } from '@jotbook/core'
import { OUTLINES, WATERS } from './scenario.ts'
import type { WaterName } from './scenario.ts'

const POINTS = 96

/** The shore of a water: a closed ring with arms, made from a seed of its own so that the trips may change and the shores stay. */
export function outlineOfWater({ id, latitude, longitude }: (typeof WATERS)[number]): Fields {
  return {
    type: 'Polygon',
    coordinates: [ringOf(id, latitude, longitude, 40 + WATERS.findIndex((water) => water.id === id))],
  }
}

function ringOf(id: WaterName, latitude: number, longitude: number, seed: number): [number, number][] {
  const random = seededRandom(seed)
  const { reach, arms, ragged } = OUTLINES[id]
  const waves = [1, 2, arms, arms * 2 + 1, 13].map((turns) => ({
    turns,
    phase: 2 * Math.PI * random(),
    height: (ragged * (0.5 + random())) / Math.sqrt(turns),
  }))
  const ring = Array.from({ length: POINTS }, (_, i): [number, number] => {
    const angle = (2 * Math.PI * i) / POINTS
    const radius = waves.reduce((sum, { turns, phase, height }) => sum + height * Math.sin(turns * angle + phase), 1)
    const round = (degrees: number): number => Math.round(degrees * 1e5) / 1e5
    return [
      round(longitude + at(reach, 1) * radius * Math.cos(angle)),
      round(latitude + at(reach, 0) * radius * Math.sin(angle)),
    ]
  })
  return [...ring, at(ring, 0)]
}
