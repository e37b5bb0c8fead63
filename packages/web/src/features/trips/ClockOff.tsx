import { useSave } from '../../state/useSave.ts'
import { Box } from '@chakra-ui/react'
import { useLiveQuery } from 'dexie-react-hooks'
import { MINUTE_MS, parseStamp } from '@jotbook/core'
import type { Id, Trip } from '@jotbook/core'
import { store, thisDevice } from '../../offline/index.ts'
import { Button } from '../../ui/controls.tsx'
import { hoursText } from '../../ui/locale.ts'
import { text } from './text.ts'

/** Clocks are never quite right; from here on a day's times are told apart from the light. */
const WORTH_SAYING_MS = 2 * MINUTE_MS

/** A trip logged by a clock that was wrong is put right as a whole: one field of the trip, taken back as easily. */
export function ClockOff({ book, trip }: { book: Id<'book'>; trip: Trip }) {
  const save = useSave()
  const off = useLiveQuery(() => clockOf(book, trip.id), [book, trip.id])
  const shifts = (trip.clockShiftS ?? {}) as Readonly<Record<string, number>>
  if (!off) return null
  const applied = shifts[off.device] ?? 0
  const seconds = applied || off.shiftS
  const [by, behind] = [hoursText(Math.abs(seconds) / 60), seconds > 0]
  const shift = (to: number): void =>
    void save(text.clockOff.done, [
      { kind: 'trip', id: trip.id, fields: { clockShiftS: { ...shifts, [off.device]: to } } },
    ])
  return (
    <Box as="section" aria-label={text.clockOff.label} bg="sheet" mt="16px" p="12px 18px" className="no-print">
      {applied !== 0 ? text.clockOff.moved(by, behind) : text.clockOff.note(by, behind)}{' '}
      <Button look="bare" fontWeight="700" onClick={() => shift(applied !== 0 ? 0 : off.shiftS)}>
        {applied !== 0 ? text.clockOff.back : text.clockOff.move(by, behind)}
      </Button>
    </Box>
  )
}

/** This device and how far its clock is behind the server's, if it logged anything of the trip and is worth a word. */
async function clockOf(book: Id<'book'>, trip: Id<'trip'>): Promise<{ device: string; shiftS: number } | undefined> {
  const { device, offsetMs = 0, tap } = await thisDevice()
  const rows = await store.records.where({ book, trip }).toArray()
  const wroteHere = rows.some(({ shown: { stamps } }) =>
    ['start', 'time'].some((field) => stamps[field] && parseStamp(stamps[field]).device === device),
  )
  const shifted = rows.some(
    ({ kind, shown }) =>
      kind === 'trip' && Boolean((shown.fields.clockShiftS as Record<string, number> | undefined)?.[device]),
  )
  const behindMs = offsetMs - (tap?.trip === trip ? tap.frameMs : 0)
  return wroteHere && (shifted || Math.abs(behindMs) > WORTH_SAYING_MS)
    ? { device, shiftS: Math.round(behindMs / 1000) }
    : undefined
}
