import type { fishingWords } from '../vocabulary/index.ts'

export type Retrieve = (typeof fishingWords.RETRIEVES)[number]
export type Speed = 'slow' | 'steady' | 'fast'

const SPEEDS: Readonly<Record<Retrieve, Speed>> = {
  'slow crawl on bottom': 'slow',
  drag: 'slow',
  'dead stick': 'slow',
  'twitch in place': 'slow',
  'twitch and drop': 'slow',
  'pull and wait': 'slow',
  shake: 'slow',
  'lift and fall': 'slow',
  'free fall at edges': 'slow',
  steady: 'steady',
  'stop-and-go': 'steady',
  'sweep and pause': 'steady',
  'bulge at the surface': 'steady',
  walk: 'steady',
  spit: 'steady',
  burn: 'fast',
  'rip and stop': 'fast',
  'snap out of grass': 'fast',
  'fast then fall': 'fast',
}

/**
 * How fast a lure comes by its retrieve.
 *
 * Given      the word of a retrieve
 * Returned   its speed; undefined for a word that is none
 * Source     common practice, no source
 */
export const speedOf = (retrieve: string | null | undefined): Speed | undefined =>
  retrieve && Object.hasOwn(SPEEDS, retrieve) ? SPEEDS[retrieve as Retrieve] : undefined
