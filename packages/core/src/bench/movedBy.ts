/**
 * By how much the angler's own figures move a rule's: the mean of what was seen over what the rule says, on the log scale, the rule itself
 * counting as `ruleCounts` figures of one.
 *
 * Returned   a factor; 1 where nothing was seen
 * Source     ours
 */
export const movedBy = (seenOverSaid: readonly number[], ruleCounts: number): number =>
  Math.exp(seenOverSaid.reduce((sum, ratio) => sum + Math.log(ratio), 0) / (seenOverSaid.length + ruleCounts))
