import { choice, count, grams, inside, millimetres, number, text, word } from './fields.ts'
import * as fishing from './fishing.ts'
import * as lures from './lures.ts'

/** What an event asks of a bag beside its limit and least length. */
export const bagRules = {
  /** Fish that may be in the well at once, where that is not the limit. */
  mostInWell: inside(count(1000)),
  /** Off the bag for each fish that is not alive. */
  deadFishG: inside(grams(10_000)),
  bagOf: inside(choice(fishing.BAG_OF)),
  scaleStep: inside(choice(fishing.SCALE_STEPS)),
}
/** What a rod is and what is spooled on it. */
export const rodAndLine = {
  rodAction: word(lures.ROD_ACTIONS),
  rodMaterial: word(lures.ROD_MATERIALS),
  reelRatio: text(20),
  lineKind: word(lures.LINE_KINDS),
  lineLb: number(0, 300),
  leaderMm: millimetres(20_000),
}
