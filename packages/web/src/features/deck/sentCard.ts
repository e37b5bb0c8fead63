import { faultsOf } from '@jotbook/contract'
import { CARD_FIELDS } from './eventCard.ts'
import type { EventCard } from './eventCard.ts'

/** A card of rules as it goes from one book to another, in a message. */
export type NamedCard = EventCard & { readonly name: string }

const MOST_LETTERS = 2000

/** The card as one line of text. */
export const textOfCard = (card: NamedCard): string =>
  JSON.stringify(Object.fromEntries(['name', ...CARD_FIELDS].flatMap((field) => fieldOf(card, field))))

const fieldOf = (card: object, field: string): [string, unknown][] => {
  const value: unknown = (card as Readonly<Record<string, unknown>>)[field]
  return value === null || value === undefined ? [] : [[field, value]]
}

/** The card in a message that somebody sent, words around it left out; undefined where there is none, or one that no event could have. */
export function cardFrom(sent: string): NamedCard | undefined {
  const line = sent.length <= MOST_LETTERS ? /\{.*\}/s.exec(sent)?.[0] : undefined
  const read = line === undefined ? undefined : parsed(line)
  if (!read) return undefined
  const fields = Object.fromEntries(['name', ...CARD_FIELDS].flatMap((field) => fieldOf(read, field)))
  return faultsOf('eventRules', fields).length === 0 ? (fields as unknown as NamedCard) : undefined
}

function parsed(line: string): object | undefined {
  try {
    return JSON.parse(line) as object
  } catch {
    return undefined
  }
}
