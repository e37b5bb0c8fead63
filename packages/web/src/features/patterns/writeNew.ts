import type { Id } from '@jotbook/core'
import type { WaterPattern } from '@jotbook/core/patterns'
import { commit, patternId, recordsOf } from '../../offline/index.ts'
import type { Edit } from '../../offline/index.ts'

/** Under which the patterns of a water are kept on the device. */
export const patternsKey = (water: Id<'water'>): string => `patterns ${water}`

/** What is new is written with its day; what goes on under other limits keeps its day and its notes. */
export async function writeNew(book: Id<'book'>, water: Id<'water'>, patterns: readonly WaterPattern[]): Promise<void> {
  const known = (await recordsOf(book, 'pattern')).filter((one) => one.water === water)
  const edits = patterns.flatMap(({ where, foundOn, continues }): Edit[] => {
    const before = known.find((one) => one.where === (continues ?? where))
    if (before) return before.where === where ? [] : [{ kind: 'pattern', id: before.id, fields: { where } }]
    return [{ kind: 'pattern', id: patternId(water, where, known), fields: { water, where, foundOn } }]
  })
  if (edits.length > 0) await commit(book, edits)
}
