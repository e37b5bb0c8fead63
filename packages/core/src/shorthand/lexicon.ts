import { conditionWords, fishingWords, waterWords } from '../vocabulary/index.ts'

type WordField = 'outcome' | 'phase' | 'feltAs' | 'set' | 'hookPosition' | 'species' | 'cover' | 'level'

/** What a phrase says of a strike. */
export type Said =
  | { readonly field: WordField; readonly value: string }
  | { readonly field: 'forageSeen'; readonly value: readonly string[] }
  | { readonly field: 'kept' | 'sameFish'; readonly value: boolean }

/** Words that carry no meaning of their own: `on the pause` is `pause`. */
const FILLERS = new Set([
  'on',
  'the',
  'a',
  'an',
  'it',
  'as',
  'came',
  'was',
  'with',
  'and',
  'by',
  'in',
  'of',
  'at',
  'under',
])

/** Other ways of saying the trade's words. Common practice, no source. */
const SYNONYMS: readonly (readonly [Said['field'], string | boolean, readonly string[]])[] = [
  ['outcome', 'landed', ['la', 'caught', 'boated']],
  ['outcome', 'lost', ['lo', 'came off', 'threw hook', 'broke off']],
  ['outcome', 'missed', ['mi', 'miss', 'short']],
  ['outcome', 'raised', ['ra', 'swirl', 'swirled', 'follow', 'followed', 'rolled']],
  ['phase', 'still', ['pause', 'paused', 'dead stick']],
  ['phase', 'on the restart after a pause', ['restart', 'first move']],
  ['phase', 'on the fall', ['fall', 'drop', 'initial fall']],
  ['phase', 'moving', ['move', 'steady']],
  ['phase', 'on deflection', ['deflection', 'deflect', 'bounce']],
  ['phase', 'on the rise after contact', ['rise']],
  ['phase', 'on the lift', ['lift']],
  ['phase', 'as it came free of rock', ['free rock', 'off rock', 'popped free rock']],
  ['phase', 'as it came free of grass', ['free grass', 'out grass', 'off grass']],
  ['phase', 'just after the reel stopped', ['after stop', 'reel stopped']],
  ['feltAs', 'line moved', ['line jumped', 'line']],
  ['feltAs', 'slack', ['slack line']],
  ['feltAs', 'weight', ['dead weight', 'heavy']],
  ['set', 'at once', ['hit at once', 'set at once']],
  ['set', 'reeled into', ['reeled']],
  ['hookPosition', 'rear hook outside', ['rear hook', 'outside', 'rear hook outside mouth']],
  ['hookPosition', 'both hooks', ['both']],
  ['cover', 'laydown', ['fallen tree', 'blowdown']],
  ['cover', 'boulder', ['boulders']],
  ['cover', 'stump', ['stumps']],
  ['cover', 'brush', ['brush pile', 'brushpile']],
  ['cover', 'pads', ['lily pads', 'pad']],
  ['cover', 'gap between mats', ['gap', 'gap mats', 'hole mat']],
  ['cover', 'open', ['open water']],
  ['level', 'top', ['surface', 'on top', 'high']],
  ['level', 'middle', ['mid water', 'midwater', 'halfway down']],
  ['level', 'bottom', ['bot', 'off bottom']],
  ['species', 'largemouth', ['lm', 'largemouth bass']],
  ['species', 'smallmouth', ['sm', 'smallmouth bass', 'brown bass']],
  ['species', 'spotted', ['spot', 'spotted bass']],
  ['kept', true, ['kept', 'keeper', 'in livewell']],
  ['kept', false, ['released', 'let go', 'put back']],
  ['sameFish', true, ['same fish', 'same fish again', 'same one']],
]

const LISTS: readonly (readonly [WordField, readonly string[]])[] = [
  ['outcome', fishingWords.OUTCOMES],
  ['phase', fishingWords.PHASES],
  ['feltAs', fishingWords.FELT_AS],
  ['set', fishingWords.HOOK_SETS],
  ['hookPosition', fishingWords.HOOK_POSITIONS],
  ['species', fishingWords.SPECIES],
  ['cover', waterWords.COVERS],
  ['level', conditionWords.WATER_COLUMN],
]

/** A phrase without fillers and punctuation, in lower case: how phrases are looked up. */
export function bare(words: readonly string[]): string {
  const plain = words.map((word) => word.toLowerCase().replace(/^[(]+|[.,;!)]+$/g, ''))
  return plain.filter((word) => word !== '' && !FILLERS.has(word)).join(' ')
}

/** Every phrase that is understood. The trade's own words come first: a synonym never takes one over. */
export const LEXICON: ReadonlyMap<string, Said> = lexicon()

function lexicon(): Map<string, Said> {
  const phrases = new Map<string, Said>()
  const add = (phrase: string, said: Said): void => {
    const key = bare(phrase.split(' '))
    if (!phrases.has(key)) phrases.set(key, said)
  }
  for (const [field, words] of LISTS) for (const word of words) add(word, { field, value: word })
  for (const prey of waterWords.FORAGE)
    for (const led of ['spat up', 'spat']) add(`${led} ${prey}`, { field: 'forageSeen', value: [prey] })
  for (const [field, value, others] of SYNONYMS) for (const other of others) add(other, { field, value } as Said)
  return phrases
}

/** The longest phrase, in words with its fillers. */
export const LONGEST_PHRASE = 7
