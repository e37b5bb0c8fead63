import { at } from '../../checked/index.ts'
import { DEFAULT_BANDS, UNKNOWN } from '../../vocabulary/index.ts'
import type { BandSet } from '../../vocabulary/index.ts'
import type { Cells } from './cells.ts'

/** One condition or attribute: a column and the levels of it that count. */
export interface Item {
  readonly column: string
  readonly levels: readonly string[]
  /** 1 for each cell that meets it. */
  readonly member: Uint8Array
  readonly cells: Int32Array
  /** It stands for itself and is joined with nothing: a lure that stands out under all conditions. */
  readonly alone: boolean
}

/** What a pattern must rest on. (ours) */
export interface Floors {
  readonly hours: number
  readonly trips: number
}

/** Every single condition that has hours enough: a level, and of ordered columns two or three neighbours, and all from one level up or down. */
export function itemsOf(cells: Cells, columns: readonly string[], alone: readonly string[], floors: Floors): Item[] {
  const every = new Int32Array(cells.count).map((_, c) => c)
  return [...columns, ...alone].flatMap((column) => {
    const levels = (cells.levels[column] ?? []).filter((level) => level !== UNKNOWN)
    return groupsOf(column, levels).flatMap((group) => {
      const member = membersOf(cells, column, group)
      const chosen = both(cells, every, member, floors)
      return chosen && chosen.length < cells.count ? [{ column, levels: group, member, cells: chosen.slice(), alone: alone.includes(column) }] : []
    })
  })
}

function groupsOf(column: string, levels: readonly string[]): string[][] {
  const order = (DEFAULT_BANDS as Readonly<Record<string, BandSet>>)[column]?.labels
  if (!order) return levels.map((level) => [level])
  const present = order.filter((label) => levels.includes(label))
  const groups = new Map<string, string[]>()
  const add = (from: number, to: number): void => {
    const group = present.slice(from, to)
    if (group.length > 0 && group.length < present.length) groups.set(group.join(), group)
  }
  present.forEach((_, i) => {
    add(i, i + 1)
    add(i, i + 2)
    add(i, i + 3)
    add(i, present.length)
    add(0, i)
  })
  return [...groups.values()]
}

/** 1 for each cell whose level is among those given. */
function membersOf(cells: Cells, column: string, levels: readonly string[]): Uint8Array {
  const wanted = Uint8Array.from(cells.levels[column] ?? [], (level) => (levels.includes(level) ? 1 : 0))
  const member = new Uint8Array(cells.count)
  cells.codes[column]?.forEach((code, c) => (member[c] = wanted[code] ?? 0))
  return member
}

/**
 * Calls back for every conjunction of up to `depth` items of different columns that has hours and trips enough: all of them, whatever was
 * caught. One that leaves out nothing its parent holds is not called: the simpler one says as much. The list of cells is only lent.
 */
export function eachConjunction(
  cells: Cells,
  items: readonly Item[],
  depth: number,
  floors: Floors,
  visit: (items: readonly number[], chosen: Int32Array) => void,
): void {
  const descend = (path: readonly number[], chosen: Int32Array): void => {
    visit(path, chosen)
    const columns = path.map((i) => at(items, i).column)
    if (path.length >= depth || at(items, at(path, 0)).alone) return
    for (let next = at(path, path.length - 1) + 1; next < items.length; next++) {
      const { member, column, alone } = at(items, next)
      if (alone || columns.includes(column)) continue
      const shared = both(cells, chosen, member, floors)
      if (shared && shared.length < chosen.length) descend([...path, next], shared)
    }
  }
  items.forEach((item, i) => descend([i], item.cells))
}

/** The cells that are members too, in ascending order; undefined where they have not hours and trips enough. Counted as they are met. */
function both(cells: Cells, chosen: Int32Array, member: Uint8Array, floors: Floors): Int32Array | undefined {
  const { hours, trip } = cells
  const shared = new Int32Array(chosen.length)
  let length = 0
  let sum = 0
  let trips = 0
  let last = -1
  for (let i = 0; i < chosen.length; i++) {
    const c = chosen[i] ?? 0
    if (member[c] !== 1) continue
    shared[length++] = c
    sum += hours[c] ?? 0
    const t = trip[c] ?? 0
    if (t !== last) trips++
    last = t
  }
  return sum >= floors.hours && trips >= floors.trips ? shared.subarray(0, length) : undefined
}
