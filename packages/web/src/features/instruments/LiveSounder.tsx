import { Box } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { Problem, routes } from '@jotbook/contract'
import type { FeedState, ProblemDetails } from '@jotbook/contract'
import { useBookId } from '../../state/useBook.ts'
import { fetchJson, sendJson } from '../../offline/index.ts'
import { Button, Quiet } from '../../ui/controls.tsx'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { text } from './text.ts'

const LOOK_MS = 2000

/** A sounder that the server listens to while the trip is open; its readings come back with the next pull. */
export function LiveSounder({ trip, address }: { trip: string; address: string }) {
  const book = useBookId()
  const [state, setState] = useState<FeedState>()
  const [wrong, setWrong] = useState<ProblemDetails>()
  useEffect(() => {
    const look = (): void =>
      void fetchJson<FeedState>(routes.feed(book, trip)).then(setState, () => setState(undefined))
    look()
    const timer = setInterval(look, LOOK_MS)
    return () => clearInterval(timer)
  }, [book, trip])
  const ask = (answer: Promise<FeedState>): void => {
    setWrong(undefined)
    answer.then(setState, (error: unknown) => error instanceof Problem && setWrong(error.toJSON()))
  }
  if (address === '') return <Quiet>{text.live.noAddress}</Quiet>
  const bad = state ? state.checksum + state.unreadable + state.flooded : 0
  return (
    <Box mt="12px" role="group" aria-label={text.live.title}>
      {state?.running ? (
        <Button onClick={() => ask(sendJson<FeedState>('POST', routes.feedStop(book, trip), {}))}>
          {text.live.stop}
        </Button>
      ) : (
        <Button onClick={() => ask(sendJson<FeedState>('PUT', routes.feed(book, trip), {}))}>{text.live.start}</Button>
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
