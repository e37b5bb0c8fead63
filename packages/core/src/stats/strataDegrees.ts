/**
 * Degrees of freedom that weighted strata leave to the error of a pooled figure.
 *
 *   (Σw)²/Σw² − 1, at least 1
 *
 * Given      weights of the strata
 * Source     Satterthwaite, Biometrics Bull. 2 (1946) 110
 */
export function strataDegrees(weights: readonly number[]): number {
  const [sum, squares] = weights.reduce(([s, q], w) => [s + w, q + w * w], [0, 0])
  return Math.max(1, sum ** 2 / squares - 1)
}
