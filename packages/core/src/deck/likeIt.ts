import type { Lure } from '../vocabulary/index.ts'

type Like = Pick<Lure, 'class' | 'back' | 'side' | 'belly' | 'body' | 'family'>

interface Proposed {
  readonly body?: string
  readonly family?: string
}

/**
 * What a lure made on the water most likely shares with its like, so that it can be compared with them: the body that most of its class
 * have here, and the colour family of the lure that looks most like it.
 *
 * Given      the tackle, and class and colours of the new lure
 * Returned   body and family, each only where some lure tells it: of the same class for the body, with the same back for the family
 */
export function likeIt(tackle: readonly Like[], made: Like): Proposed {
  const bodies = tackle.filter((lure) => lure.class === made.class).flatMap(({ body }) => (body ? [body] : []))
  const likeness = (lure: Like): number =>
    (lure.back === made.back ? 4 : 0) + (lure.belly === made.belly ? 2 : 0) + (lure.class === made.class ? 1 : 0)
  const nearest = tackle
    .filter(({ family, back }) => family && back === made.back)
    .reduce<Like | undefined>((best, lure) => (best && likeness(best) >= likeness(lure) ? best : lure), undefined)
  const body = mostOften(bodies)
  return { ...(body ? { body } : {}), ...(nearest?.family ? { family: nearest.family } : {}) }
}

function mostOften(words: readonly string[]): string | undefined {
  const count = (word: string): number => words.filter((one) => one === word).length
  return [...new Set(words)].sort((a, b) => count(b) - count(a))[0]
}
