import { useEffect, useState } from 'react'
import { LOW_ROOM_BYTES, onFull, readRoom } from '../../offline/index.ts'
import type { Room } from '../../offline/index.ts'
import { useAppSelector } from '../../state/store.ts'
import { megabytes } from '../../ui/locale.ts'
import { text } from './text.ts'
import type { Deck } from './useDeck.ts'

/** What is kept here and what is on its way, in one quiet line; and to who does not look, the last tap. */
export function StateLine({ deck }: { deck: Deck }) {
  const { waiting, refused } = useAppSelector(({ records }) => records)
  const { connection } = useAppSelector(({ session }) => session)
  const { sync } = text
  const away = connection === 'away'
  const line =
    refused > 0
      ? sync.refused(refused)
      : connection === 'signedOut'
        ? sync.signIn
        : waiting > 0
          ? away
            ? sync.kept(waiting)
            : sync.onTheWay(waiting)
          : away
            ? sync.away
            : sync.allIn
  return (
    <>
      <RoomBanner />
      <p className="state-line" data-testid="sync-state">
        {line}
      </p>
      <p className="visually-hidden" role="status" aria-live="polite" data-testid="said">
        {deck.said}
      </p>
    </>
  )
}

const LOOK_EVERY_MS = 60_000

function RoomBanner() {
  const [room, setRoom] = useState<Room>()
  const [full, setFull] = useState(false)
  useEffect(() => {
    const look = (): void => void readRoom().then(setRoom)
    look()
    const timer = setInterval(look, LOOK_EVERY_MS)
    const stop = onFull(() => setFull(true))
    return () => {
      clearInterval(timer)
      stop()
    }
  }, [])
  if (!room || (room.freeBytes >= LOW_ROOM_BYTES && !full)) return null
  return (
    <p className="room" role="alert">
      {full ? `${text.full} ` : ''}
      {text.low(megabytes(room.freeBytes), megabytes(room.usedBytes), room.pictures)}
    </p>
  )
}
