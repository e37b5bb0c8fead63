/** Materials of line, by what they do in water. */
export type LineMaterial = 'monofilament' | 'fluorocarbon' | 'copolymer' | 'braid'

export interface Line {
  readonly testLb: number
  readonly material: LineMaterial
}

/** Nylon of 8 lb is about a quarter of a millimetre thick, and strength goes with the section. From memory of makers' tables. */
const REFERENCE = { testLb: 8, diameterMm: 0.25 } as const
/** Against nylon of the same test. From memory; braids differ by a third. */
const THICKNESS: Readonly<Record<LineMaterial, number>> = {
  monofilament: 1,
  fluorocarbon: 1,
  copolymer: 0.95,
  braid: 0.55,
}
/** g/cm³: polyamide, polyvinylidene fluoride, polyethylene; handbook values from memory. */
const DENSITY: Readonly<Record<LineMaterial, number>> = {
  monofilament: 1.14,
  fluorocarbon: 1.78,
  copolymer: 1.2,
  braid: 0.97,
}

/**
 * How thick a line is, in millimetres.
 *
 *   d = d₈·√(test/8 lb)·thickness of the material
 *
 * Accuracy   a tenth among makers of one material, a third among braids
 * Source     from memory of makers’ tables
 */
export const lineDiameterMm = ({ testLb, material }: Line): number =>
  REFERENCE.diameterMm * Math.sqrt(testLb / REFERENCE.testLb) * THICKNESS[material]

/**
 * Grams by which a metre of line sinks in fresh water; negative where it floats.
 *
 *   π·r²·(ρ − 1 g/cm³)
 *
 * Source     Archimedes; densities of the materials are handbook values from memory
 */
export function lineSinksG(line: Line): number {
  const radiusCm = lineDiameterMm(line) / 20
  return Math.PI * radiusCm ** 2 * 100 * (DENSITY[line.material] - 1)
}
