import type { Lure } from '@jotbook/core'

/** Lures that differ only in colour share a body. */
export interface Body {
  readonly key: string
  readonly class: string
  /** The body's own name; empty where a lure stands for itself. */
  readonly name: string
  readonly lures: readonly Lure[]
}

/** The tackle wall: classes in the order of the water column as the trade lists them, bodies within, colours side by side. */
export function bodiesOf(lures: readonly Lure[], classes: readonly string[]): Body[] {
  const bodies = new Map<string, Lure[]>()
  for (const lure of lures) {
    const key = lure.body ? `${lure.class}|${lure.body}` : `${lure.class}||${lure.id}`
    bodies.set(key, [...(bodies.get(key) ?? []), lure])
  }
  const order = (name: string): number => (classes.includes(name) ? classes.indexOf(name) : classes.length)
  return [...bodies]
    .map(([key, own]) => ({ key, class: own[0]?.class ?? '', name: own[0]?.body ?? '', lures: own }))
    .sort((a, b) => order(a.class) - order(b.class) || a.class.localeCompare(b.class) || a.name.localeCompare(b.name))
}

export const LURE_SORTS = ['class', 'rate', 'hours', 'name'] as const
export type LureSort = (typeof LURE_SORTS)[number]

/** Lures in a row, by what they gave or by name; those without hours last. */
export function sortedLures(
  lures: readonly Lure[],
  sort: Exclude<LureSort, 'class'>,
  results: ReadonlyMap<string, { readonly row?: { readonly rate: number; readonly hours: number } }> | undefined,
): Lure[] {
  const valueOf = ({ id }: Lure): number => (sort === 'name' ? 0 : (results?.get(id)?.row?.[sort] ?? -1))
  return [...lures].sort((a, b) => valueOf(b) - valueOf(a) || a.name.localeCompare(b.name))
}

/** Versions of one lure: the same body in the same colours, the unmodified one first, then by their day. */
export function versionsOf(lure: Lure, lures: readonly Lure[]): Lure[] {
  const look = (one: Lure): string =>
    [one.class, one.body ?? one.name, one.back, one.side, one.belly, one.accent, one.finish]
      .map((word) => word ?? '')
      .join('|')
  return lures
    .filter((one) => look(one) === look(lure))
    .sort((a, b) => ((a.versionFrom ?? '') < (b.versionFrom ?? '') ? -1 : 1))
}

/** Every word typed stands in the lure's name, class, body or colours. */
export function isFound(lure: Lure, typed: string): boolean {
  const words = typed.toLowerCase().split(/\s+/)
  const all = [lure.name, lure.class, lure.body, lure.family, lure.back, lure.side, lure.belly, lure.version]
    .join(' ')
    .toLowerCase()
  return words.every((word) => all.includes(word))
}
