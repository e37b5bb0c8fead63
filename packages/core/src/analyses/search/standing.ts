import { cellsIn } from './classes.ts'
import type { Classes } from './classes.ts'
import { MOST } from './limits.ts'

/** A conjunction that stands out, by the classes of the columns that it joins. */
export interface Standing {
  readonly items: readonly number[]
  readonly view: Classes
  readonly chosen: Int32Array
  readonly z: number
}

/** Differences of z under this are the order in which it was added up. */
const SAME_Z = 1e-9

/** The strongest, best first, the simpler first of equals, by the finest classes. */
export function strongest<S extends Standing>(standing: S[]): S[] {
  return standing
    .map((one) => ({ one, rank: Math.round(one.z / SAME_Z) }))
    .sort((a, b) => b.rank - a.rank || inOrder(a.one.items, b.one.items))
    .slice(0, MOST)
    .map(({ one }) => ({ ...one, chosen: cellsIn(one.view, one.chosen) }))
}

function inOrder(a: readonly number[], b: readonly number[]): number {
  for (let i = 0; i < a.length && i < b.length; i++) if (a[i] !== b[i]) return a[i]! - b[i]!
  return a.length - b.length
}
