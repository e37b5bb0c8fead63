/** Down to here the coefficient of turbid water holds, from there up that of clear water (metres of visibility). */
const TURBID = { visibilityM: 1, factor: 1.44 }
const CLEAR = { visibilityM: 4, factor: 1.7 }

/**
 * Diffuse attenuation of daylight (PAR) in water, per vertical metre, from how far down a disc is seen.
 *
 *   Kd = c / visibility;  c = 1.7 from 4 m up, 1.44 below 1 m, linear in log visibility between (the join is ours)
 *
 * Given      visibility in metres (> 0), as of a Secchi disc; a lure lost from sight is only near to it
 * Returned   Kd in 1/m; one part of light in a hundred reaches 4.605 / Kd
 * Throws     RangeError for a visibility that is not positive
 * Source     Poole & Atkins, J. Mar. Biol. Assoc. 16 (1929) 297 (1.7); Holmes, Limnol. Oceanogr. 15 (1970) 688 (1.44)
 */
export function diffuseAttenuation(visibilityM: number): number {
  if (!(visibilityM > 0)) throw new RangeError(`visibility must be more than 0 m: ${visibilityM}`)
  const share = Math.log(visibilityM / TURBID.visibilityM) / Math.log(CLEAR.visibilityM / TURBID.visibilityM)
  return (TURBID.factor + Math.max(0, Math.min(1, share)) * (CLEAR.factor - TURBID.factor)) / visibilityM
}
