import { useContext, useMemo } from 'react'
import { useWatch } from 'react-hook-form'
import { HOUR_MS, epochMs } from '@jotbook/core'
import type { EpochMs, TripReading } from '@jotbook/core'
import { allWaters } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { WhatTheSkyDid, useDayConditions } from '../conditions/index.ts'
import { DockContext } from './dockContext.ts'
import { useMeaning, useMeaningOf } from './useMeaning.ts'
import type { Meant } from './meaning.ts'
import type { ReadRecord } from './readDraft.ts'

const skyRecords = ({ read }: Meant): ReadRecord[] =>
  read.records.filter(({ kind }) => kind === 'trip' || kind === 'reading')

/** What sky and season did on the trip as far as it is typed, each to be set right by hand. */
export function DaySky() {
  const zone = useMeaning(({ zone: of }) => of)
  const { form } = useContext(DockContext)
  const records = useMeaningOf(skyRecords)
  const waters = useAppSelector(allWaters)
  const [waterId, said] = useWatch({ control: form.control, name: ['water', 'said'] })
  const water = waters.find(({ id }) => id === waterId)
  const start = startOf(records)
  const typed = JSON.stringify(records.filter(({ kind }) => kind === 'reading').map(({ fields }) => fields))
  const setting = useMemo(
    () => ({ start: start?.start ?? '', timeZone: zone, readings: JSON.parse(typed) as TripReading[] }),
    [start?.start, zone, typed],
  )
  const conditions = useDayConditions(water, setting, start?.fromMs ?? 0, start?.toMs ?? 0)
  if (!start || !conditions) return null
  return (
    <WhatTheSkyDid
      conditions={conditions}
      said={said}
      zone={zone}
      onSay={(field, word) =>
        form.setValue('said', { ...form.getValues('said'), [field]: word ?? '' }, { shouldDirty: true })
      }
    />
  )
}

/** The trip's hours, once its start is known; without an end an hour of it. */
function startOf(
  records: readonly { readonly kind: string; readonly fields: Readonly<Record<string, unknown>> }[],
): { start: string; fromMs: EpochMs; toMs: EpochMs } | undefined {
  const trip = records.find(({ kind }) => kind === 'trip')?.fields
  if (typeof trip?.start !== 'string') return undefined
  const fromMs = epochMs(trip.start)
  const endMs = typeof trip.end === 'string' ? epochMs(trip.end) : fromMs + HOUR_MS
  return { start: trip.start, fromMs, toMs: Math.max(fromMs + HOUR_MS / 60, endMs) }
}
