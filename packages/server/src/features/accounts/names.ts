import { remove as skeletonOf } from 'confusables'
import { Problem, isStorableText } from '@jotbook/contract'

const MAX_LETTERS = 80
/** Letters, marks and digits of any script, and the signs of ASCII (the IdentifierClass of RFC 8264, without what RFC 5892 makes an exception of). */
const ALLOWED = /^[\p{L}\p{M}\p{Nd}\x21-\x7e]+( [\p{L}\p{M}\p{Nd}\x21-\x7e]+)*$/u
const SCRIPTS = [
  'Latin',
  'Cyrillic',
  'Greek',
  'Armenian',
  'Hebrew',
  'Arabic',
  'Cherokee',
  'Georgian',
  'Devanagari',
  'Thai',
  'Hangul',
] as const
const SCRIPT_TESTS = SCRIPTS.map((script) => new RegExp(`\\p{Script=${script}}`, 'u'))

export interface SignInName {
  /** As it is compared and shown. */
  readonly name: string
  /** As it looks: two names with one skeleton cannot be told apart by eye. */
  readonly skeleton: string
}

/** A name in the one spelling that is compared: widths folded, lower case, composed (RFC 8265 §3.3, UsernameCaseMapped). */
export const mappedName = (typed = ''): string =>
  isStorableText(typed)
    ? typed
        .slice(0, 4 * MAX_LETTERS)
        .normalize('NFKC')
        .toLowerCase()
        .normalize('NFC')
        .trim()
        .replace(/\s+/g, ' ')
    : ''

/** A name to sign in with. Throws Problem `invalid-record` for one that is empty, too long, or made to be taken for another. */
export function readSignInName(typed = ''): SignInName {
  const name = mappedName(typed)
  const refused = (detail: string): Problem => new Problem('invalid-record', detail, { field: 'name' })
  if (name === '' || name.length > MAX_LETTERS) throw refused(`A name has from 1 to ${MAX_LETTERS} letters.`)
  if (!ALLOWED.test(name)) throw refused('A name may hold letters, digits and signs such as . - _ @.')
  if (SCRIPT_TESTS.filter((script) => script.test(name)).length > 1)
    throw refused('A name must keep to one alphabet: letters of two look alike.')
  return { name, skeleton: skeletonOf(name).toLowerCase().replace(/0/g, 'o').replace(/[1|]/g, 'l') }
}

/** What somebody is called in a book; shown, never compared. */
export function readCalled(typed = ''): string {
  const read = typed.normalize('NFC').trim()
  // eslint-disable-next-line no-control-regex -- control characters are what is looked for
  if (read === '' || read.length > MAX_LETTERS || /[\u0000-\u001f\p{Surrogate}\p{Bidi_Control}]/u.test(read))
    throw new Problem('invalid-record', `A name has from 1 to ${MAX_LETTERS} letters.`, { field: 'name' })
  return read
}
