import { describe, expect, it } from 'vitest'
import { contrastOf, matching, shaded, standingOut } from './shadeCard.ts'
import type { Seen } from './shadeCard.ts'

const lure = (id: string, side: string | undefined, standsFor: string[] = []) => ({
  id,
  name: id,
  class: 'squarebill',
  standsFor,
  ...(side ? { side, back: side } : {}),
})
const BOX = [
  lure('white', '#ffffff', ['threadfin shad']),
  lure('red', '#c02018', ['crawfish', 'bluegill']),
  lure('black', '#101010', ['crawfish']),
  lure('bare', undefined),
]
const SEEN: Seen = { visibilityM: 2, tint: 'green', depthM: 3, surfaceLux: 80_000, against: 'open water' }

describe('the shade card', () => {
  it('shows colours as they are at the surface, and red losing most in green water', () => {
    const [white, red] = shaded(BOX, { ...SEEN, depthM: 0 })
    expect(red!.below.side).toBe('#c02018')
    expect(white!.below.side).toBe('#ffffff')
    const [, deepRed] = shaded(BOX, SEEN)
    const redPart = (hex: string | null | undefined): number => Number.parseInt(hex!.slice(1, 3), 16)
    expect(redPart(deepRed!.below.side)).toBeLessThan(redPart('#c02018'))
    expect(shaded(BOX, SEEN).map((one) => one.lure.id)).toEqual(['white', 'red', 'black'])
  })

  it('claims no colour and no contrast in the dark', () => {
    const dark = shaded(BOX, { ...SEEN, depthM: 15, surfaceLux: 300 })
    expect(dark.every(({ shade }) => shade.seen === null)).toBe(true)
    expect(standingOut(dark)).toEqual([])
  })

  it('ranks by contrast to a bass, and by how much of the prey a lure stands for', () => {
    const seen = shaded(BOX, SEEN)
    const order = standingOut(seen)
    expect(order[0]!.lure.id).toBe('white')
    expect(order.map(contrastOf)).toEqual([...order.map(contrastOf)].sort((a, b) => b - a))
    expect(matching(seen, ['crawfish', 'bluegill']).map((one) => one.lure.id)).toEqual(['red', 'black'])
    expect(matching(seen, [])).toEqual([])
  })
})
