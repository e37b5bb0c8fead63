import { matchesPrey, shadeAtDepth, waterSpectrum } from '@jotbook/core'
import type { Lure, Shade } from '@jotbook/core'
import { colourOf } from '../../charts/lures/LureDrawing.tsx'

type Tint = Parameters<typeof waterSpectrum>[1]
export const BACKGROUNDS = ['open water', 'bottom', 'surface'] as const
/** Lux on the water: a bright day, heavy cloud, and when the sun is about to rise. Ours, round. */
export const LIGHTS = { bright: 80_000, cloudy: 8_000, low: 300 } as const
export type LightName = keyof typeof LIGHTS

export interface Seen {
  readonly visibilityM: number
  readonly tint: Tint
  readonly depthM: number
  readonly surfaceLux: number
  readonly against: (typeof BACKGROUNDS)[number]
}

export interface ShadedLure {
  readonly lure: Lure
  /** The lure in its colours down there. */
  readonly below: Lure
  /** Of its side. */
  readonly shade: Shade
}

const ZONES = ['back', 'side', 'belly', 'accent'] as const
const NEUTRAL = '#b4bcbc'

/** Lures as they look at a depth; one without colours is left out. */
export function shaded(lures: readonly Lure[], { visibilityM, tint, depthM, surfaceLux, against }: Seen): ShadedLure[] {
  const water = waterSpectrum(visibilityM, tint)
  const shadeOf = (word: string): Shade =>
    shadeAtDepth(colourOf(word, NEUTRAL), depthM, water, { surfaceLux, background: against })
  return lures.flatMap((lure) => {
    const side = lure.side ?? lure.back
    if (!side) return []
    const below = { ...lure }
    for (const zone of ZONES) {
      const word = lure[zone]
      if (word) below[zone] = shadeOf(word).seen ?? DARK
    }
    return [{ lure, below, shade: shadeOf(side) }]
  })
}
const DARK = '#1d2426'

/** How far it stands out to a bass, by the cone that sees most of it. */
export const contrastOf = ({ shade: { bass } }: ShadedLure): number =>
  bass ? Math.max(Math.abs(bass.green), Math.abs(bass.red)) : 0

/** Those that stand out most. */
export const standingOut = (lures: readonly ShadedLure[]): ShadedLure[] =>
  [...lures].filter((one) => contrastOf(one) > 0).sort((one, other) => contrastOf(other) - contrastOf(one))

/** Those that stand for the prey, the ones that stand for most of it first. */
export function matching(lures: readonly ShadedLure[], prey: readonly string[]): ShadedLure[] {
  const count = ({ lure }: ShadedLure): number => (lure.standsFor ?? []).filter((one) => prey.includes(one)).length
  return lures
    .filter(({ lure }) => matchesPrey(lure, prey) === true)
    .sort((one, other) => count(other) - count(one) || contrastOf(other) - contrastOf(one))
}
