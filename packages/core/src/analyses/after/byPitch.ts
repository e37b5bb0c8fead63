import { isStrike } from '../../vocabulary/index.ts'
import type { Strike } from '../../vocabulary/index.ts'
import { binomialInterval } from '../../stats/index.ts'
import type { Confidence, Interval } from '../../stats/index.ts'

export interface PitchShare extends Interval {
  readonly pitch: number
  readonly bites: number
  readonly share: number
  /** Share of the bites that came on this pitch or a later one. */
  readonly orLater: number
}

/**
 * What share of bites came on the first, second, third pitch to a target.
 *
 * Given      strikes; those whose pitch was not logged are left out
 * Returned   from the first pitch to the last that brought a bite, shares with limits; empty where none was logged
 * Source     limits: `binomialInterval`
 */
export function byPitch(strikes: readonly Pick<Strike, 'pitch' | 'outcome'>[], options: Confidence = {}): PitchShare[] {
  const pitches = strikes.filter(isStrike).flatMap(({ pitch }) => (pitch != null && pitch > 0 ? [pitch] : []))
  const most = pitches.reduce((high, pitch) => Math.max(high, pitch), 0)
  return Array.from({ length: most }, (_, i) => {
    const [bites, later] = [
      pitches.filter((pitch) => pitch === i + 1).length,
      pitches.filter((pitch) => pitch >= i + 1).length,
    ]
    return {
      pitch: i + 1,
      bites,
      share: bites / pitches.length,
      orLater: later / pitches.length,
      ...binomialInterval(bites, pitches.length, options),
    }
  })
}
