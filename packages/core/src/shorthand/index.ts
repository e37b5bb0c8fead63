export { LEXICON, bare } from './lexicon.ts'
export { spellStrikeLine } from './spell.ts'
export { readStrikeLine } from './strikeLine.ts'
export type { Misread, Span, StrikeLine, StrikeLineOptions } from './strikeLine.ts'
