export { chooseDeck, valueOf } from './chooseDeck.ts'
export type { ChosenRod, Deck, DeckCandidate, DeckChoice } from './chooseDeck.ts'
export { fieldOf, payoutAmong } from './field.ts'
export type { Field } from './field.ts'
export { drySpell } from './drySpell.ts'
export type { DrySpell, DrySpellQuestion, RateBelief } from './drySpell.ts'
export { gainAnHour, learnGain } from './learnGain.ts'
export type { KnownRate } from './learnGain.ts'
export { readTheBite } from './readTheBite.ts'
export type { Advice, Bite, BiteOptions, Sign } from './readTheBite.ts'
export { stayOrMove } from './stayOrMove.ts'
export type { StayOrMove, StayQuestion } from './stayOrMove.ts'
export { NO_WORSE, roundsToGo, triedFirst, twoRodTest } from './twoRodTest.ts'
export type { RodRound, TurnBouts, TwoRodVerdict } from './twoRodTest.ts'
export { bitesForLimit, expectedPayout } from './bitesForLimit.ts'
export type { BitesRow } from './bitesForLimit.ts'
export { severalDays } from './severalDays.ts'
export type { DayStrategy, EventPlan } from './severalDays.ts'
export { simulateBag } from './simulateBag.ts'
export type {
  BagEvent,
  BagOdds,
  BagOptions,
  BagStep,
  BagStrategy,
  FishWeights,
  KnownShare,
  RodGroup,
} from './simulateBag.ts'
