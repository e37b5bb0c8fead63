import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { HOUR_MS, addDays, epochMs, isoUtc, localDate, parseClock, resolveWallTime } from '@jotbook/core'
import type { Clock, Fields } from '@jotbook/core'
import { useUnits } from '../../state/useBook.ts'
import { newId } from '../../offline/index.ts'
import { Button, Field, Label } from '../../ui/controls.tsx'
import { RecordField, useRecordForm } from '../../ui/recordForm/index.ts'
import { OpenedPanel } from '../../ui/OpenedPanel.tsx'
import { zoneOf } from './stripPaths.ts'
import type { TripOnScreen } from './stripPaths.ts'
import { text } from './text.ts'
import type { Editing } from './useEditing.ts'

const FIELDS = ['waterTempC', 'visibilityM', 'windMps', 'cloudPct'] as const

/** A clock on the trip's day; one before its start is past midnight. */
function timeOfTrip(screen: TripOnScreen, read: Clock): number {
  const [zone, startMs] = [zoneOf(screen), epochMs(screen.trip.start)]
  const date = localDate(startMs, zone)
  const { ms } = resolveWallTime(date, read, zone)
  return ms < startMs - HOUR_MS ? resolveWallTime(addDays(date, 1), read, zone).ms : ms
}

/** A reading that nobody took down on the water, filled in at its time. */
export function AddReading({
  screen,
  editing,
  onDone,
}: {
  screen: TripOnScreen
  editing: Editing
  onDone: () => void
}) {
  const form = useRecordForm('reading', FIELDS, undefined, useUnits())
  const [time, setTime] = useState('')
  const read = parseClock(time)
  const atMs = read && timeOfTrip(screen, read)
  const keep = async (fields: Fields): Promise<void> => {
    if (atMs === undefined || Object.keys(fields).length === 0) return
    await editing.apply({
      edits: [
        {
          kind: 'reading',
          id: newId(),
          fields: { trip: screen.trip.id, time: isoUtc(atMs), source: 'hand', ...fields },
        },
      ],
    })
    onDone()
  }
  return (
    <OpenedPanel label={text.hands.addReading}>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          void form.keep(keep)
        }}
      >
        <Flex gap="12px" wrap="wrap" align="end">
          <Box w="110px">
            <Label htmlFor="reading-time">{text.hands.readingTime}</Label>
            <Field
              id="reading-time"
              value={time}
              placeholder="10:15"
              aria-invalid={form.form.formState.isSubmitted && atMs === undefined}
              onChange={({ target }) => setTime(target.value)}
            />
          </Box>
          {FIELDS.map((field) => (
            <RecordField key={field} form={form} field={field} width="130px" />
          ))}
          <Button type="submit" look="main">
            {text.hands.keepReading}
          </Button>
          <Button look="bare" onClick={onDone}>
            {text.hands.leave}
          </Button>
        </Flex>
      </form>
    </OpenedPanel>
  )
}
