import { classes } from './claim.ts'

/** Groups of lures that several rules speak of. */
export const JERKBAIT = classes('suspending jerkbait', 'deep suspending jerkbait')
export const CRANKBAIT = classes('squarebill', 'flat-sided crankbait', 'wide-wobble diving plug', 'deep crankbait')
export const FLAT_SIDED = classes('flat-sided crankbait')
export const WIDE_WOBBLE = classes('wide-wobble diving plug')
export const LIPLESS = classes('lipless crankbait')
export const SURFACE = classes(
  'walking topwater',
  'popper',
  'single prop',
  'twin prop',
  'rotating-tail topwater',
  'buzzbait',
  'hollow frog',
  'soft toad',
)
export const HARD_BODY = classes(
  'squarebill',
  'flat-sided crankbait',
  'wide-wobble diving plug',
  'deep crankbait',
  'lipless crankbait',
  'suspending jerkbait',
  'deep suspending jerkbait',
  'glide bait',
)
export const JIG = classes('flipping jig', 'finesse jig', 'football jig')
export const COMPACT_JIG = classes('finesse jig')
export const FULL_JIG = classes('flipping jig')
export const BOTTOM = classes(
  'football jig',
  'Texas rig',
  'shaky head',
  'stand-up worm',
  'tube',
  'finesse jig',
  'flipping jig',
)
export const REACTION = classes(
  'suspending jerkbait',
  'deep suspending jerkbait',
  'lipless crankbait',
  'squarebill',
  'flat-sided crankbait',
  'spinnerbait',
  'bladed jig',
  'jigging spoon',
)
export const SWIMBAIT = classes('boot-tail swimbait', 'wedge-tail swimbait')
export const ROCK = 'cover=gravel,fist rock,chunk rock,boulder,rock transition'
export const GRASS = 'cover=milfoil,hydrilla,coontail'
