import { useEffect, useState } from 'react'
import { useParams } from 'react-router'
import type { Fields, Water } from '@jotbook/core'
import { useAppSelector } from '../../app/store.ts'
import { useUnits } from '../../app/useBook.ts'
import { loadDraft, newId, recordsOfTrip } from '../../offline/index.ts'
import { Page } from '../../ui/controls.tsx'
import { deviceZone } from '../waters/index.ts'
import { DockForm } from './DockForm.tsx'
import type { Before } from './changesOf.ts'
import { draftOfTrip, newDraft } from './draft.ts'
import type { DockDraft, LastTrip } from './draft.ts'

interface Opened {
  readonly key: string
  readonly draft: DockDraft
  readonly before: Before
}

/** A first trip was on the only water there is. */
const onlyOne = (waters: readonly Water[]): LastTrip | undefined => (waters.length === 1 && waters[0] ? { water: waters[0].id } : undefined)

/** Log a trip at the dock, or mend one: whatever was typed before is there again. */
export function DockPage() {
  const { trip } = useParams()
  const units = useUnits()
  const { book, trips, waters } = useAppSelector(({ records }) => records)
  const [opened, setOpened] = useState<Opened>()
  const key = `dock:${book}:${trip ?? 'new'}`
  const record = trips.find(({ id }) => id === trip)
  useEffect(() => {
    if (book === null || (trip !== undefined && !record) || opened?.key === key) return
    const open = async (): Promise<void> => {
      const kept = await loadDraft<Partial<DockDraft>>(key)
      const stored = trip === undefined ? undefined : await recordsOfTrip(book, trip)
      // What instruments read is not typed here: it stays as it came.
      const children = stored && { ...stored, readings: stored.readings.filter(({ source }) => (source ?? 'hand') === 'hand') }
      const before = new Map<string, Fields>()
      const remember = (kind: string, { id, ...fields }: { id: string }): void => void before.set(`${kind} ${id}`, fields)
      if (record) remember('trip', record)
      children?.stints.forEach((stint) => remember('stint', stint))
      children?.strikes.forEach((strike) => remember('strike', strike))
      children?.readings.forEach((reading) => remember('reading', reading))
      const fresh = record && children ? draftOfTrip(record, children, units, newId) : newDraft(newId, trips[0] ?? onlyOne(waters), Date.now(), deviceZone())
      setOpened({ key, draft: { ...fresh, ...kept }, before })
    }
    void open()
  }, [book, trip, record, trips, waters, units, key, opened])
  return (
    <Page>
      {opened?.key === key && book !== null && (
        <DockForm key={key} book={book} draftKey={key} draft={opened.draft} before={opened.before} existing={record !== undefined} />
      )}
    </Page>
  )
}
