/** Mean wind from which each force holds, m/s: WMO, Manual on Marine Meteorological Services (from memory of the table). */
const FROM_MPS = [0, 0.3, 1.6, 3.4, 5.5, 8, 10.8, 13.9, 17.2, 20.8, 24.5, 28.5, 32.7] as const

/**
 * Force of the wind on the Beaufort scale.
 *
 * Given      mean wind in m/s, at 10 m over open ground (an angler's wind at the water reads lower)
 * Returned   0–12
 * Throws     RangeError for a negative wind
 */
export function beaufort(windMps: number): number {
  if (!(windMps >= 0)) throw new RangeError(`wind must be 0 m/s or more: ${windMps}`)
  return FROM_MPS.filter((from) => windMps >= from).length - 1
}
