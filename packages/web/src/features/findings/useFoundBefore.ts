import { useEffect, useState } from 'react'
import { localDate } from '@jotbook/core'
import { foundBefore } from '../../offline/index.ts'
import type { FoundOn } from '../../offline/index.ts'
import { useAppSelector } from '../../state/store.ts'
import { deviceZone } from '../../ui/deviceZone.ts'

/** What the search before this one found on a water, as this device remembers; undefined where there was none. */
export function useFoundBefore(
  { water, revision }: { readonly water: string; readonly revision: number },
  wheres: readonly string[],
): FoundOn | undefined {
  const book = useAppSelector(({ records }) => records.book)
  const [before, setBefore] = useState<FoundOn>()
  useEffect(() => {
    let live = true
    if (book !== null && water !== '')
      void foundBefore({ book, water, revision }, { day: localDate(Date.now(), deviceZone()), wheres }).then(
        (found) => live && setBefore(found),
      )
    return () => {
      live = false
    }
  }, [book, water, revision, wheres])
  return before
}
