import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { beatOf, beatSteps } from './beat.ts'

/** Taps of so many bursts. */
function tapsOf(movements: number, apartS: number, pauseS: number, bursts: number): number[] {
  let now = 0
  return Array.from({ length: bursts }, () => {
    const burst = Array.from({ length: movements }, (_, i) => now + 1000 * i * apartS)
    now = burst.at(-1)! + 1000 * (pauseS + 0.4)
    return burst
  }).flat()
}

describe('a beat tapped out', () => {
  it('is movements, work and pause: two jerks and five seconds', () => {
    expect(beatOf(tapsOf(2, 0.6, 5, 6))).toEqual({
      kind: 'beat',
      beat: { movements: 2, workS: 1, pauseS: 5, workSpreadS: 0, pauseSpreadS: 0 },
    })
  })

  it('is one movement and its pause where all gaps are alike', () => {
    expect(beatOf(tapsOf(1, 0, 3, 8))).toMatchObject({ beat: { movements: 1, workS: 0.4, pauseS: 3 } })
  })

  it('tells nothing of one or two taps, nor of two that a fish came between; a pause of ten minutes is none', () => {
    for (const taps of [[], [0], [0, 900], [0, 600_000, 1_200_000]]) expect(beatOf(taps)).toEqual({ kind: 'too few' })
    const taps = tapsOf(2, 0.5, 4, 5)
    const broken = [...taps, ...taps.map((ms) => ms + taps.at(-1)! + 600_000)]
    expect(beatOf(broken)).toMatchObject({ beat: { movements: 2, pauseS: 4 } })
  })

  it('of four hundred taps is that of the last', () => {
    const slow = tapsOf(1, 0, 8, 340)
    const fast = tapsOf(1, 0, 2, 60).map((ms) => ms + slow.at(-1)! + 2400)
    expect(beatOf([...slow, ...fast])).toMatchObject({ beat: { pauseS: 2 } })
  })

  it('played back and tapped again is the same, with a hand that is never quite even', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 4 }),
        fc.double({ min: 0.4, max: 0.8, noNaN: true }),
        fc.double({ min: 2.5, max: 20, noNaN: true }),
        fc.array(fc.double({ min: -0.05, max: 0.05, noNaN: true }), { minLength: 40, maxLength: 40 }),
        (movements, apartS, pauseS, shake) => {
          const workS = 0.4 + (movements - 1) * apartS
          const { atMs, lastsMs } = beatSteps({ movements, workS, pauseS })
          const taps = Array.from({ length: 8 }, (_, burst) => atMs.map((ms) => burst * lastsMs + ms)).flat()
          const heard = beatOf(taps.map((ms, i) => ms + 1000 * shake[i]!))
          expect(heard.kind).toBe('beat')
          if (heard.kind !== 'beat') return
          expect(heard.beat.movements).toBe(movements)
          expect(Math.abs(heard.beat.pauseS - pauseS)).toBeLessThan(0.2)
          expect(Math.abs(heard.beat.workS - workS)).toBeLessThan(0.25)
        },
      ),
    )
  })
})
