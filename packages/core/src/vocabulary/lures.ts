/** Words for what is thrown. Common practice of the trade, no source. Keys are the words themselves: stored, shown and exported as they stand. */

export const LURE_CLASSES = [
  'walking topwater',
  'popper',
  'single prop',
  'twin prop',
  'rotating-tail topwater',
  'buzzbait',
  'hollow frog',
  'soft toad',
  'floating worm',
  'spinnerbait',
  'bladed jig',
  'squarebill',
  'flat-sided crankbait',
  'wide-wobble diving plug',
  'deep crankbait',
  'lipless crankbait',
  'suspending jerkbait',
  'deep suspending jerkbait',
  'glide bait',
  'umbrella rig',
  'boot-tail swimbait',
  'wedge-tail swimbait',
  'long hair jig',
  'short hair jig',
  'flipping jig',
  'finesse jig',
  'football jig',
  'Texas rig',
  'tube',
  'wacky stick worm',
  'weighted wacky rig',
  'drop shot',
  'stand-up worm',
  'shaky head',
  'jigging spoon',
] as const

export const LURE_ACTIONS = ['tight', 'moderate', 'wide', 'glides on a plain wind', 'must be worked', 'hunts'] as const
export const LURE_SOUNDS = ['silent', 'dull knock', 'rattle'] as const
export const BUOYANCIES = ['floats', 'suspends', 'sinks slowly', 'sinks'] as const
export const HEAD_SHAPES = ['football', 'pointed', 'round', 'mushroom'] as const
export const TRAILERS = ['none', 'gliding chunk', 'light kick', 'hard kick'] as const
export const HOOKS = ['single exposed', 'single covered', 'treble'] as const
export const MODIFICATIONS = [
  'belly treble larger',
  'rear treble off',
  'rear treble larger',
  'blade on the rear treble',
  'feather on the rear treble',
  'points opened',
  'cup shaved',
  'cup painted',
  'skirt trimmed',
  'weight added',
  'glass bead',
] as const
export const COLOUR_FAMILIES = [
  'shad/white',
  'craw natural',
  'craw red',
  'craw orange',
  'panfish/perch',
  'dark',
  'green pumpkin',
  'chartreuse/bright',
  'clear/translucent',
] as const
export const SOFTNESS = ['soft', 'medium', 'firm'] as const
export const FINISHES = ['matte', 'pearl', 'chrome', 'foil', 'translucent'] as const

/** Zone colours of the trade with the ink they are drawn in (ours). A zone may also hold a free colour as `#rrggbb`. */
export const ZONE_COLOURS = {
  white: '#f4f4ee',
  pearl: '#e6e4dc',
  'pearl grey': '#b9bfc0',
  silver: '#cfd6d8',
  grey: '#7f8b90',
  'blue-grey': '#5c7482',
  black: '#1d2022',
  blue: '#2d5da1',
  'dark blue': '#1f3358',
  purple: '#57376f',
  junebug: '#3b2550',
  plum: '#5e2f4f',
  brown: '#6b4a2d',
  'red-brown': '#7c3a22',
  red: '#b3271e',
  pink: '#e79ab0',
  orange: '#dd7423',
  'orange-pink': '#e58a6c',
  gold: '#c9a13b',
  chartreuse: '#bcd41f',
  lemon: '#e4e04a',
  lime: '#8fc63d',
  green: '#3f7a3c',
  'dark green': '#274d2f',
  'green pumpkin': '#5b5f34',
  olive: '#787a3a',
  watermelon: '#4d6b3a',
  tan: '#c3a77c',
  bone: '#e7dcc2',
  clear: '#dfe9ea',
  smoke: '#8f979a',
} as const
export type ZoneColour = keyof typeof ZONE_COLOURS

export const ROD_POWERS = [
  'ultra-light',
  'light',
  'medium-light',
  'medium',
  'medium-heavy',
  'heavy',
  'extra-heavy',
] as const
export const ROD_ACTIONS = ['slow', 'moderate', 'moderate-fast', 'fast', 'extra-fast'] as const
export const ROD_MATERIALS = ['graphite', 'glass', 'composite'] as const
export const LINE_KINDS = ['monofilament', 'fluorocarbon', 'copolymer', 'braid'] as const
