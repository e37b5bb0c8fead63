import { useEffect, useState } from 'react'
import { useParams } from 'react-router'
import type { Water } from '@jotbook/core'
import { allTrips, allWaters } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { useUnits } from '../../state/useBook.ts'
import { loadDraft, newId, recordsOfTrip, saveDraft } from '../../offline/index.ts'
import { Page } from '../../ui/controls.tsx'
import { deviceZone } from '../../ui/deviceZone.ts'
import { DockForm } from './DockForm.tsx'
import { newDraft } from './dockDraft.ts'
import type { DockDraft, LastTrip } from './dockDraft.ts'
import { openedKey, openedTrip } from './openedTrip.ts'
import type { OpenedTrip } from './openedTrip.ts'

interface Shown {
  readonly key: string
  readonly draft: DockDraft
  readonly opened?: OpenedTrip
}

/** A first trip was on the only water there is. */
const onlyOne = (waters: readonly Water[]): LastTrip | undefined =>
  waters.length === 1 && waters[0] ? { water: waters[0].id } : undefined

/** Log a trip at the dock, or edit one: whatever was typed before is there again. */
export function DockPage() {
  const { trip } = useParams()
  const units = useUnits()
  const { book } = useAppSelector(({ records }) => records)
  const trips = useAppSelector(allTrips)
  const waters = useAppSelector(allWaters)
  const [shown, setShown] = useState<Shown>()
  const key = `dock:${book}:${trip ?? 'new'}`
  const record = trips.find(({ id }) => id === trip)
  useEffect(() => {
    if (book === null || (trip !== undefined && !record) || shown?.key === key) return
    const open = async (): Promise<void> => {
      const [kept, keptOpened] = await Promise.all([
        loadDraft<Partial<DockDraft>>(key),
        loadDraft<OpenedTrip>(openedKey(key)),
      ])
      if (!record) {
        setShown({
          key,
          draft: { ...newDraft(newId, trips[0] ?? onlyOne(waters), Date.now(), deviceZone(), units), ...kept },
        })
        return
      }
      // What was typed before goes with the trip as it was then: what others changed since is theirs.
      const opened = (kept && keptOpened) ?? openedTrip(record, await recordsOfTrip(book, record.id), units, newId)
      setShown({ key, draft: { ...opened.draft, id: newId(), ...kept }, opened })
      await saveDraft(openedKey(key), opened)
    }
    void open()
  }, [book, trip, record, trips, waters, units, key, shown])
  return (
    <Page>
      {shown?.key === key && book !== null && (
        <DockForm key={key} book={book} draftKey={key} draft={shown.draft} opened={shown.opened} />
      )}
    </Page>
  )
}
