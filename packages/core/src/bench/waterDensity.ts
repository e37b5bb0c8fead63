/**
 * Density of fresh water at one atmosphere.
 *
 * Given      °C, 0 to 40
 * Returned   kg/m³
 * Accuracy   0.001
 * Source     Tanaka, Girard, Davis, Peuto & Bignell, Metrologia 38 (2001) 301
 */
export function waterDensity(tempC: number): number {
  const [a1, a2, a3, a4, a5] = [-3.983035, 301.797, 522528.9, 69.34881, 999.97495]
  return a5 * (1 - ((tempC + a1) ** 2 * (tempC + a2)) / (a3 * (tempC + a4)))
}

/**
 * What a suspender that hung still at one temperature weighs in water of another.
 *
 * Given      its weight in grams (as much as it displaces, when tuned), the temperatures in °C
 * Returned   grams: it sinks by so much, or rises where negative; its own shrinking is left out
 * Source     Archimedes: what it displaces goes as the density of the water
 */
export const suspenderWeighsG = (weightG: number, tunedAtC: number, nowC: number): number =>
  weightG * (1 - waterDensity(nowC) / waterDensity(tunedAtC))
