import type { EpochMs } from '@jotbook/core'
import { scaleLinear } from 'd3'
import type { StripModel } from './stripModel.ts'

/** Where things stand on a strip of some width: the true scales of time and depth. */
export interface Frame {
  readonly width: number
  readonly height: number
  readonly wide: boolean
  readonly left: number
  readonly right: number
  readonly top: number
  readonly waterline: number
  readonly foot: number
  readonly x: (ms: EpochMs) => number
  readonly y: (depthM: number) => number
}

const TOP = 26
const SKY = 104
const DEEP = 300
export const RIBBON = 52
export const SPELLS = 34

export function frameOf(model: StripModel, width: number): Frame {
  const wide = width >= 700
  const [left, right] = wide ? [212, 52] : [4, 46]
  const [waterline, foot] = [TOP + SKY, TOP + SKY + DEEP]
  return {
    width,
    height: foot + 10 + model.ribbons.length * RIBBON + model.spells.length * SPELLS,
    wide,
    left,
    right,
    top: TOP,
    waterline,
    foot,
    x: scaleLinear([model.fromMs, model.toMs], [left, width - right]),
    y: scaleLinear([0, model.deepestM], [waterline, foot]),
  }
}
