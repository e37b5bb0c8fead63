/** Words for waters, places and what is read there. Common practice of the trade, no source. */

export const WATER_KINDS = ['reservoir', 'river impoundment', 'natural lake', 'river', 'mill pond', 'pond'] as const
export const FORAGE = [
  'threadfin shad',
  'gizzard shad',
  'crawfish',
  'bluegill',
  'perch',
  'trout',
  'kokanee',
  'alewife',
  'smelt',
  'goby',
  'shiners',
  'fry',
] as const
export const FISHING_PRESSURE = ['light', 'moderate', 'heavy'] as const
export const STRUCTURES = [
  'main point',
  'secondary point',
  'ledge',
  'channel swing',
  'bluff',
  'bluff end',
  'creek arm',
  'flat',
  'hump',
  'creek mouth',
  'ditch',
  'riprap',
  'bridge',
  'dock line',
  'narrows',
  'ramp',
  'inflow',
  'break line',
] as const
export const COVERS = [
  'gravel',
  'fist rock',
  'chunk rock',
  'boulder',
  'rock transition',
  'laydown',
  'brush',
  'stump',
  'standing timber',
  'milfoil',
  'hydrilla',
  'coontail',
  'pads',
  'mat',
  'gap between mats',
  'flooded vegetation',
  'overhanging tree',
  'dock',
  'shade',
  'open',
] as const
export const COVER_STATES = ['none yet', 'green', 'dying', 'dead'] as const
export const TARGET_STANDS = ['outermost', 'in line', 'tight to the bank'] as const
export const SLOPES = ['flat', 'gradual', 'steep', 'vertical'] as const

export const TINTS = ['clear', 'green', 'tea', 'clay'] as const
export const PRECIPITATION = ['none', 'drizzle', 'rain', 'heavy rain', 'snow', 'fog'] as const
export const CURRENTS = ['off', 'on', 'on reversed'] as const
export const LEVEL_TRENDS = ['rising', 'steady', 'falling'] as const
export const FISH_POSITIONS = [
  'hard on bottom',
  'just off bottom',
  'suspended',
  'suspended in bait',
  'shallow, seen',
] as const
/** How many bass a sonar shows together. */
export const BASS_COUNTS = ['none', '1 to 6', '7 to 12', 'more'] as const
/** Where the prey was seen. */
export const PREY_SIGNS = ['spat up', 'on the sonar', 'by-catch', 'at the surface'] as const
export const DIE_OFFS = ['none', 'some', 'many'] as const
export const BAIT = ['none', 'scattered', 'loose school', 'tight school', 'die-off'] as const
export const SOURCES = ['hand', 'sounder', 'weather report'] as const
