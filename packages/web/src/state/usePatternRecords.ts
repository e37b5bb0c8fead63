import { useLiveQuery } from 'dexie-react-hooks'
import type { Id, RecordOf } from '@jotbook/core'
import { recordsOf } from '../offline/index.ts'
import { useAppSelector } from './store.ts'

export type PatternRecord = RecordOf<'pattern'>

/** The book's pattern records of a water; undefined until they were read. */
export function usePatternRecords(water: Id<'water'> | undefined): readonly PatternRecord[] | undefined {
  const book = useAppSelector(({ records }) => records.book)
  return useLiveQuery(async () => {
    if (book === null) return undefined
    const all = await recordsOf(book, 'pattern')
    return all.filter((one) => !one.deletedAt && (water === undefined || one.water === water))
  }, [book, water])
}
