import type { Id } from '@jotbook/core'
import { Box } from '@chakra-ui/react'
import { refusalOf } from '../../state/api.ts'
import { useFeedQuery, useStartFeedMutation, useStopFeedMutation } from './instrumentsApi.ts'
import { useBookId } from '../../state/useBook.ts'
import { Button, Quiet } from '../../ui/controls.tsx'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { text } from './text.ts'

const LOOK_MS = 2000

/** A sounder that the server listens to while the trip is open; its readings come back with the next pull. */
export function LiveSounder({ trip, address }: { trip: Id<'trip'>; address: string }) {
  const book = useBookId()
  const { data, isError } = useFeedQuery({ book, trip }, { pollingInterval: LOOK_MS })
  const [start, starting] = useStartFeedMutation()
  const [stop, stopping] = useStopFeedMutation()
  // A server that is away tells nothing: what it last said is not shown as if it held.
  const state = isError ? undefined : data
  const wrong = refusalOf(starting.error ?? stopping.error)
  if (address === '') return <Quiet>{text.live.noAddress}</Quiet>
  const bad = state ? state.checksum + state.unreadable + state.flooded : 0
  return (
    <Box mt="12px" role="group" aria-label={text.live.title}>
      {state?.running ? (
        <Button onClick={() => void stop({ book, trip })}>{text.live.stop}</Button>
      ) : (
        <Button onClick={() => void start({ book, trip })}>{text.live.start}</Button>
      )}
      {state?.running && (
        <Box role="status" mt="4px">
          {state.silent ? text.live.silent : text.live.state(state.connected, state.readings)}{' '}
          {bad > 0 && <Quiet>{text.live.bad(bad)}</Quiet>}
        </Box>
      )}
      {wrong && <ProblemNote problem={wrong} />}
    </Box>
  )
}
