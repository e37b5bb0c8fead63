import { LEXICON, bare } from '../../shorthand/index.ts'
import { LURE_CLASSES } from '../../vocabulary/index.ts'
import { OTHER_OUTCOMES, unaccented } from './headers.ts'
import type { Mapping } from './mapping.ts'
import type { ForeignTable } from './foreignTable.ts'
import { targetOf } from './targets.ts'

/** What a word of a file stands for where it was said that it stands for nothing we have. */
export const NOT_SAID = ''

/** Targets whose words decide what the book counts, so that an unknown one is asked about. */
const ASKED = ['strike.outcome', 'strike.species', 'lure.class'] as const

/** The words that a cell of such a column may become. */
export function wordChoices(target: string): readonly string[] {
  if (target === 'lure.class') return LURE_CLASSES
  const spec = targetOf(target)?.spec
  return spec?.type === 'word' ? spec.words : spec?.type === 'choice' ? spec.of : []
}

export const wordKey = (text: string): string => unaccented(text.trim()).replace(/\s+/g, ' ')

const OUTCOME_OF = new Map(
  Object.entries(OTHER_OUTCOMES).flatMap(([outcome, words]) => words.map((word) => [word, outcome] as const)),
)

/** What a word was said to mean. A word may be any text: only what was said by name counts. */
function mappedTo(target: string, key: string, words: Mapping['words']): string | undefined {
  const said = words?.[target]
  return said && Object.hasOwn(said, key) ? said[key] : undefined
}

/** A word of ours that a cell says: as mapped, in our own words, or in another language; undefined when nothing is known of it. */
export function wordMeant(target: string, text: string, words: Mapping['words']): string | undefined {
  const key = wordKey(text)
  const mapped = mappedTo(target, key, words)
  if (mapped !== undefined) return mapped
  const choices = wordChoices(target)
  const same = choices.find((word) => wordKey(word) === key)
  if (same) return same
  const said = LEXICON.get(bare(text.split(' ')))
  if (said && `strike.${said.field}` === target && typeof said.value === 'string') return said.value
  if (target === 'lure.class') return classIn(text)
  if (target !== 'strike.outcome') return undefined
  if (/^(y|yes|true|1|x|c&r)$/.test(key)) return 'landed'
  if (/^(n|false|0)$/.test(key)) return 'lost'
  return OUTCOME_OF.get(key)
}

/** The class that a lure's name holds, such as *white spinnerbait*. */
export function classIn(name: string): string | undefined {
  const lower = name.toLowerCase()
  return (
    LURE_CLASSES.find((one) => lower.includes(one.toLowerCase())) ??
    LURE_CLASSES.find((one) => lower.includes(one.split(' ').at(-1) ?? one))
  )
}

export interface UnknownWord {
  readonly target: string
  /** As the file writes it. */
  readonly word: string
  readonly count: number
  /** What it was mapped to; undefined while it was not asked. */
  readonly meaning: string | undefined
}

/** Words of outcome, species and class that only a person can place, and those already placed, the most frequent first. */
export function wordsToPlace(table: ForeignTable, mapping: Mapping): UnknownWord[] {
  return ASKED.flatMap((target) => {
    const column = mapping.columns.indexOf(target)
    if (column < 0) return []
    const seen = new Map<string, { word: string; count: number }>()
    for (const row of table.rows) {
      const word = (row[column] ?? '').trim()
      if (word === '' || wordMeant(target, word, undefined) !== undefined) continue
      const held = seen.get(wordKey(word))
      seen.set(wordKey(word), { word: held?.word ?? word, count: (held?.count ?? 0) + 1 })
    }
    return [...seen]
      .map(([key, { word, count }]) => ({ target, word, count, meaning: mappedTo(target, key, mapping.words) }))
      .sort((a, b) => b.count - a.count)
  })
}
