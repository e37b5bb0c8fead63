import { useState } from 'react'
import { isoUtc, typedName } from '@jotbook/core'
import { READ_FIELDS, lastRead } from '@jotbook/core/deck'
import type { EpochMs, Fields } from '@jotbook/core'
import { ReadingFields } from './ReadingFields.tsx'
import { newId } from './deckSession.ts'
import { Target } from './Target.tsx'
import { text } from './text.ts'
import type { Deck } from './useDeck.ts'

/** What the water is like now: only what changed is logged, or that all is as it was. */
export function ReadingSheet({
  deck,
  nowMs,
  onSeen,
  onDone,
}: {
  deck: Deck
  nowMs: EpochMs
  onSeen: () => void
  onDone: () => void
}) {
  const [given, setGiven] = useState<Fields>({})
  const { readings, trip } = deck.day
  const carried: Fields = Object.fromEntries(
    READ_FIELDS.flatMap((field) => {
      const last = lastRead(readings, field, nowMs)
      return last
        ? [[field, last.value] as const, ...(last.typed ? [[typedName(field), last.typed] as const] : [])]
        : []
    }),
  )
  const log = async (fields: Fields): Promise<void> => {
    await deck.tap(text.said.reading, (_day, atMs) => [
      { kind: 'reading', id: newId(), fields: { trip: trip.id, time: isoUtc(atMs), source: 'hand', ...fields } },
    ])
    onDone()
  }
  const changed = Object.keys(given).length > 0
  return (
    <main className="sheet">
      <header>
        <h1>{text.read.title}</h1>
        <Target className="quiet" onTap={onDone}>
          {text.cancel}
        </Target>
      </header>
      <Target onTap={onSeen}>{text.read.seen}</Target>
      <ReadingFields
        readings={readings}
        given={given}
        onGive={(fields) => setGiven((now) => ({ ...now, ...fields }))}
        nowMs={nowMs}
        water={trip.water}
      />
      <footer>
        {changed ? (
          <Target className="go" onTap={() => void log(given)}>
            {text.read.log}
          </Target>
        ) : (
          Object.keys(carried).length > 0 && (
            <Target className="go" onTap={() => void log(carried)}>
              {text.read.same}
            </Target>
          )
        )}
      </footer>
    </main>
  )
}
