export { LEXICON, bare } from './lexicon.ts'
export { spellStrikeLine } from './spellStrikeLine.ts'
export { readStrikeLine } from './strikeLine.ts'
export type { Misread, Span, StrikeLine, StrikeLineOptions } from './strikeLine.ts'
