/** What a book keeps records of. */
export type Kind =
  | 'water'
  | 'spot'
  | 'lure'
  | 'setup'
  | 'trip'
  | 'stint'
  | 'reading'
  | 'strike'
  | 'photo'
  | 'trackPart'
  | 'plan'
  | 'advice'
  | 'rodTest'
  | 'pattern'
  | 'claim'
  | 'eventRules'
  | 'member'
  | 'book'

declare const ofKind: unique symbol

/**
 * The id of a record of some kind. What comes from outside is a plain string and is taken for it where it is read; the id of one kind does not
 * pass for that of another.
 */
export type Id<K extends Kind> = string & { readonly [ofKind]?: K }
