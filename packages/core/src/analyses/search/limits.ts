/** Weaker ones are counted and not looked at. */
export const LEAST_Z = 2
/** So many of the strongest are looked at. */
export const MOST = 2000
/** Books without a pattern that findings are held against. */
export const PERMUTATIONS = 200
/** Conditions joined at most. */
export const DEPTH = 3
