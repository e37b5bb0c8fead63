/** Words for how it is fished and what a strike tells. Common practice of the trade, no source. */

export const PURPOSES = ['practice', 'tournament', 'guided', 'teaching', 'own'] as const
export const PLATFORMS = ['boat', 'bank', 'kayak', 'wading'] as const
/** *full*: stints are known; *trip*: only the trip's hours; *none*: no hours, serves size and hook-up only. */
export const EFFORT_KNOWN = ['full', 'trip', 'none'] as const
export const OUTCOMES = ['raised', 'missed', 'lost', 'landed'] as const
export type Outcome = (typeof OUTCOMES)[number]

export const RETRIEVES = [
  'steady',
  'slow crawl on bottom',
  'stop-and-go',
  'sweep and pause',
  'lift and fall',
  'snap out of grass',
  'rip and stop',
  'bulge at the surface',
  'burn',
  'walk',
  'spit',
  'twitch in place',
  'twitch and drop',
  'pull and wait',
  'shake',
  'drag',
  'dead stick',
  'fast then fall',
  'free fall at edges',
] as const
/** How far a cast goes, for this water and this angler. */
export const CAST_LENGTHS = ['short', 'normal', 'long'] as const
export const DIRECTIONS = ['up-slope', 'down-slope', 'along', 'vertical'] as const
export const INTENTS = ['find', 'pick apart', 'test'] as const
/** Whose fish make one bag at an event: the boat's, as of a team, or each angler's own. */
export const BAG_OF = ['boat', 'angler'] as const
/** What an event's scale tells apart. */
export const SCALE_STEPS = ['1 oz', '2 oz', '1 g', '5 g', '10 g', '50 g'] as const

/** What the deck may speak of. */
export const ADVICE_KINDS = ['dry spell', 'time to move', 'stay', 'bite', 'change', 'follow up', 'pitches'] as const
/** What may be changed after a bite was read. */
export const CHANGED = ['colour', 'size', 'action', 'pause', 'speed', 'depth', 'hooks', 'hook set', 'lure'] as const
/** What the angler makes of a pattern. */
export const PATTERN_MARKS = ['pinned', 'struck out'] as const
export const ADVICE_ANSWERS = ['done', 'not now'] as const
export const REASONS = ['plan', 'hunch', 'others blank', 'rotation', 'test'] as const

export const PHASES = [
  'on the fall',
  'still',
  'on the restart after a pause',
  'moving',
  'on deflection',
  'on the rise after contact',
  'on the lift',
  'as it came free of rock',
  'as it came free of grass',
  'just after the reel stopped',
] as const
export const FELT_AS = ['thump', 'tick', 'weight', 'line moved', 'slack', 'seen'] as const
export const HOOK_SETS = ['at once', 'waited', 'reeled into'] as const
export const HOOK_POSITIONS = ['deep', 'both hooks', 'mouth', 'lip', 'rear hook outside'] as const
export const SPECIES = [
  'largemouth',
  'smallmouth',
  'spotted',
  'pike',
  'walleye',
  'panfish',
  'catfish',
  'trout',
  'carp',
] as const
export const ROLES = ['owner', 'crew', 'viewer'] as const
export type Role = (typeof ROLES)[number]
