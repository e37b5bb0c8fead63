import { at } from '../../checked/index.ts'
import { DEFAULT_BANDS, UNKNOWN } from '../../vocabulary/index.ts'
import type { BandSet } from '../../vocabulary/index.ts'
import type { Cells } from './cells.ts'
import type { Classes } from './classes.ts'

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
export function itemsOf(cells: Cells, classes: Classes, columns: readonly string[], alone: readonly string[], floors: Floors): Item[] {
  const enough = new Enough(classes, floors)
  return [...columns, ...alone].flatMap((column) => {
    const levels = (cells.levels[column] ?? []).filter((level) => level !== UNKNOWN)
    return groupsOf(column, levels).flatMap((group) => {
      const member = membersOf(cells, classes, column, group)
      const own = Int32Array.from(member.keys()).filter((one) => member[one] === 1)
      return own.length < classes.count && enough.in(own) ? [{ column, levels: group, member, classes: own, alone: alone.includes(column) }] : []
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

/** 1 for each class whose level is among those given. */
function membersOf(cells: Cells, { example }: Classes, column: string, levels: readonly string[]): Uint8Array {
  const wanted = Uint8Array.from(cells.levels[column] ?? [], (level) => (levels.includes(level) ? 1 : 0))
  const codes = cells.codes[column]
  return Uint8Array.from(example, (c) => wanted[codes?.[c] ?? 0] ?? 0)
}

/**
 * Calls back for every conjunction of up to `depth` items of different columns that has hours and trips enough: all of them, whatever was
 * caught. One that leaves out nothing its parent holds is not called: the simpler one says as much. The list of classes is only lent.
 */
export function eachConjunction(
  classes: Classes,
  items: readonly Item[],
  depth: number,
  floors: Floors,
  visit: (items: readonly number[], chosen: Int32Array) => void,
): void {
  const enough = new Enough(classes, floors)
  const lists = Array.from({ length: depth }, () => new Int32Array(classes.count))
  const descend = (path: readonly number[], chosen: Int32Array): void => {
    visit(path, chosen)
    const columns = path.map((i) => at(items, i).column)
    if (path.length >= depth || at(items, at(path, 0)).alone) return
    for (let next = at(path, path.length - 1) + 1; next < items.length; next++) {
      const { member, column, alone } = at(items, next)
      if (alone || columns.includes(column)) continue
      const shared = both(chosen, member, at(lists, path.length))
      if (shared.length < chosen.length && enough.in(shared)) descend([...path, next], shared)
    }
  }
  items.forEach((item, i) => descend([i], item.classes))
}

/** The classes that are members too, in ascending order. */
function both(chosen: Int32Array, member: Uint8Array, into: Int32Array): Int32Array {
  let length = 0
  for (let i = 0; i < chosen.length; i++) {
    const one = chosen[i] ?? 0
    into[length] = one
    length += member[one] ?? 0
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
    for (const one of chosen) hours += this.classes.hours[one] ?? 0
    return hours >= this.floors.hours
  }

  /** Counted only until there are enough. */
  private hasTrips(chosen: Int32Array): boolean {
    const { first, trip } = this.classes
    this.look++
    let trips = 0
    for (const one of chosen) {
      for (let shard = first[one] ?? 0; shard < (first[one + 1] ?? 0); shard++) {
        const t = trip[shard] ?? 0
        if (this.met[t] === this.look) continue
        this.met[t] = this.look
        if (++trips >= this.floors.trips) return true
      }
    }
    return trips >= this.floors.trips
  }
}
