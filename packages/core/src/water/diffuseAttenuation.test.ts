import { describe, expect, it } from 'vitest'
import { diffuseAttenuation } from './index.ts'

describe('diffuseAttenuation', () => {
  it('is Holmes’s 1.44 a metre at one metre and Poole & Atkins’s 1.7 in clear water, without a jump between', () => {
    expect([diffuseAttenuation(1), diffuseAttenuation(0.5), diffuseAttenuation(5)]).toEqual([
      1.44,
      2.88,
      expect.closeTo(0.34, 12),
    ])
    for (const edge of [1, 4])
      expect(diffuseAttenuation(edge * 0.9999)).toBeCloseTo(diffuseAttenuation(edge * 1.0001), 3)
    for (let sight = 0.2; sight < 12; sight += 0.1)
      expect(diffuseAttenuation(sight + 0.1)).toBeLessThan(diffuseAttenuation(sight))
    expect(() => diffuseAttenuation(0)).toThrow(/more than 0 m/)
  })
})
