import { at } from '../checked/index.ts'
import { bandIndex } from '../conditions/index.ts'
import { UNKNOWN } from '../vocabulary/index.ts'

/** Labels of bands given by bare edges: `<46`, `46..50`, `>=58`. */
export function labelsOf(edges: readonly number[]): string[] {
  return edges.length === 0
    ? ['any']
    : [`<${edges[0]}`, ...edges.slice(1).map((edge, i) => `${edges[i]}..${edge}`), `>=${edges.at(-1)}`]
}

/** The label of a value's band; a class is its own label. */
export function bandLabel(value: number | string | null, edges: readonly number[], labels: readonly string[]): string {
  if (value === null) return UNKNOWN
  return typeof value === 'string' ? value : at(labels, bandIndex(value, edges))
}
