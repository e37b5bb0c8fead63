/** Weaker ones are counted and not looked at. */
export const LEAST_Z = 2
/** So many of the strongest are looked at. */
export const MOST = 2000
