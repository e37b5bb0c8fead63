import { at, entry } from '../../checked/index.ts'
import { DEFAULT_BANDS, UNKNOWN, bandPlace } from '../../vocabulary/index.ts'
import type { Cells } from './cells.ts'
import { coarser } from './classes.ts'
import type { Classes } from './classes.ts'
import type { SearchInput } from './types.ts'

/** One condition or attribute: a column and the levels of it that count. */
export interface Item {
  readonly column: string
  readonly levels: readonly string[]
  /** 1 for each class that meets it. */
  readonly member: Uint8Array
  readonly classes: Int32Array
  /** It stands for itself and is joined with nothing: a lure that stands out under all conditions. */
  readonly alone: boolean
}

/** What a pattern must rest on. (ours) */
export interface Floors {
  readonly hours: number
  readonly trips: number
}

/** Every single condition that has hours enough: a level, and of ordered columns two or three neighbours, and all from one level up or down. */
export function itemsOf(
  cells: Cells,
  classes: Classes,
  { columns, alone }: Pick<SearchInput, 'columns' | 'alone'>,
  floors: Floors,
): Item[] {
  const enough = new Enough(classes, floors)
  return [...columns, ...alone].flatMap((column) => {
    const levels = (cells.levels[column] ?? []).filter((level) => level !== UNKNOWN)
    return groupsOf(column, levels).flatMap((group) => {
      const member = membersOf(cells, classes, column, group)
      const own = marked(member)
      return own.length < classes.count && enough.in(own)
        ? [{ column, levels: group, member, classes: own, alone: alone.includes(column) }]
        : []
    })
  })
}

function groupsOf(column: string, levels: readonly string[]): string[][] {
  if (!(column in DEFAULT_BANDS)) return levels.map((level) => [level])
  const placed = levels.flatMap((label) => {
    const place = bandPlace(column, label)
    return place === undefined ? [] : [{ label, place }]
  })
  const present = placed.sort((one, other) => one.place - other.place).map(({ label }) => label)
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

/** 1 for each class whose level is among those given. */
function membersOf(cells: Cells, { cellOf }: Classes, column: string, levels: readonly string[]): Uint8Array {
  const wanted = Uint8Array.from(cells.levels[column] ?? [], (level) => (levels.includes(level) ? 1 : 0))
  const codes = entry(cells.codes, column)
  return Uint8Array.from(cellOf, (c) => wanted[codes[c]!]!)
}

/** Looks at a conjunction: its items, and its classes, which are only lent. */
export type Visit = (items: readonly number[], chosen: Int32Array) => void

export interface Joining {
  readonly items: readonly Item[]
  /** So many are joined at most. */
  readonly depth: number
  readonly floors: Floors
  /** Columns that stay told apart whatever is joined: classes stand in the order of their levels. */
  readonly apart?: readonly string[]
  readonly progress?: ((share: number) => void) | undefined
}

/**
 * Calls back for every conjunction of up to `depth` items of different columns that has hours and trips enough: all of them, whatever was
 * caught. One that leaves out nothing its parent holds is not called: the simpler one says as much.
 *
 * Given      items and floors; `begin` is given the classes that a set of columns tells apart, and looks at its conjunctions as lists of those
 * Source     depth-first by sets of columns (ours)
 */
export function eachConjunction(
  cells: Cells,
  classes: Classes,
  { items, depth, floors, apart = [], progress }: Joining,
  begin: (view: Classes) => Visit,
): void {
  const sets = columnSets(items, depth)
  sets.forEach((set, s) => {
    progress?.(s / sets.length)
    const view = coarser(classes, cells, [...apart, ...set])
    walk(view, itemsUnder(view, items, set), set.length, floors, begin(view))
  })
}

/** Sets of up to `depth` columns, each in the order of the items; what stands alone is a set of its own. */
function columnSets(items: readonly Item[], depth: number): string[][] {
  const alone = [...new Set(items.filter((item) => item.alone).map(({ column }) => column))]
  const joined = [...new Set(items.map(({ column }) => column))].filter((column) => !alone.includes(column))
  const sets: string[][] = []
  const extend = (set: readonly string[], from: number): void => {
    joined.forEach((column, i) => {
      if (i < from) return
      const longer = [...set, column]
      sets.push(longer)
      if (longer.length < depth) extend(longer, i + 1)
    })
  }
  extend([], 0)
  return [...sets, ...alone.map((column) => [column])]
}

/** An item of a set's columns, by the classes that the set tells apart. */
interface ItemUnder {
  readonly at: number
  readonly place: number
  readonly member: Uint8Array
  readonly classes: Int32Array
}

function itemsUnder({ count, of }: Classes, items: readonly Item[], set: readonly string[]): ItemUnder[] {
  const example = new Int32Array(count)
  for (let finer = 0; finer < of.length; finer++) example[of[finer]!] = finer
  return items.flatMap(({ column, member: all }, i) => {
    if (!set.includes(column)) return []
    const member = new Uint8Array(count)
    for (let one = 0; one < count; one++) member[one] = all[example[one]!]!
    return [{ at: i, place: set.indexOf(column), member, classes: marked(member) }]
  })
}

/** Those that are marked with 1, in ascending order. */
function marked(member: Uint8Array): Int32Array {
  const found = new Int32Array(member.length)
  let count = 0
  for (let one = 0; one < member.length; one++) {
    found[count] = one
    count += member[one]!
  }
  return found.slice(0, count)
}

/** Goes through the conjunctions that take one item of each column of a set. */
// eslint-disable-next-line max-params -- called for every class of a search: an object each would cost
function walk(view: Classes, items: readonly ItemUnder[], length: number, floors: Floors, visit: Visit): void {
  const enough = new Enough(view, floors)
  const lists = Array.from({ length }, () => new Int32Array(view.count))
  const descend = (path: readonly number[], chosen: Int32Array): void => {
    if (path.length === length) {
      visit(path, chosen)
      return
    }
    for (const { at: next, place, member } of items) {
      if (place !== path.length) continue
      const shared = both(chosen, member, at(lists, path.length))
      if (shared.length < chosen.length && enough.in(shared)) descend([...path, next], shared)
    }
  }
  for (const item of items) if (item.place === 0) descend([item.at], item.classes)
}

/** The classes that are members too, in ascending order. */
function both(chosen: Int32Array, member: Uint8Array, into: Int32Array): Int32Array {
  let length = 0
  for (let i = 0; i < chosen.length; i++) {
    const one = chosen[i]!
    into[length] = one
    length += member[one]!
  }
  return into.subarray(0, length)
}

/** Which patterns rest on hours and trips enough. */
class Enough {
  /** At which look each trip was last met. */
  private readonly met: Int32Array
  private look = 0

  constructor(
    private readonly classes: Classes,
    private readonly floors: Floors,
  ) {
    this.met = new Int32Array(classes.trips)
  }

  in(chosen: Int32Array): boolean {
    return this.hasHours(chosen) && this.hasTrips(chosen)
  }

  private hasHours(chosen: Int32Array): boolean {
    let hours = 0
    for (const one of chosen) hours += this.classes.hours[one]!
    // Whatever the order in which they were added up.
    return hours >= this.floors.hours - 1e-9
  }

  /** Counted only until there are enough. */
  private hasTrips(chosen: Int32Array): boolean {
    const { first, trip } = this.classes
    this.look++
    let trips = 0
    for (const one of chosen) {
      for (let shard = first[one]!; shard < first[one + 1]!; shard++) {
        const t = trip[shard]!
        if (this.met[t] === this.look) continue
        this.met[t] = this.look
        if (++trips >= this.floors.trips) return true
      }
    }
    return trips >= this.floors.trips
  }
}
