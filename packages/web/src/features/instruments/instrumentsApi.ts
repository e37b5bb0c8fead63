import { proxy } from 'comlink'
import { Problem, routes } from '@jotbook/contract'
import type { FeedState } from '@jotbook/contract'
import { epochMs } from '@jotbook/core'
import type { Id } from '@jotbook/core'
import { fetchJson, sendJson } from '../../offline/index.ts'
import { api } from '../../state/api.ts'
import { answerOf } from '../../state/workerAnswers.ts'
import { instruments } from '../../workers/instruments.ts'
import type { InstrumentText } from '../../workers/instruments.worker.ts'
import { takeIn } from './takeIn.ts'
import type { TakeIn, TripForInstruments } from './takeIn.ts'

/** The sounder of one trip. */
interface Feed {
  readonly book: Id<'book'>
  readonly trip: Id<'trip'>
}

/** A text of an instrument, and the trip it is to be taken in on. */
interface TextToRead {
  readonly source: Promise<string>
  readonly on: TripForInstruments
  readonly onProgress: (share: number) => void
}

export interface InstrumentRead {
  readonly from: InstrumentText
  readonly takes: TakeIn
}

async function readText({ source, on, onProgress }: TextToRead): Promise<InstrumentRead> {
  const madeMs = on.trip.end ? epochMs(on.trip.end) : Date.now()
  const from = await instruments().read(await source, madeMs, proxy(onProgress))
  if (typeof from === 'string') throw new Problem('invalid-request', from)
  return { from, takes: takeIn(from, on, await import('@jotbook/core/formats'), Date.now()) }
}

const instrumentsApi = api.injectEndpoints({
  endpoints: (build) => ({
    feed: build.query<FeedState, Feed>({
      query:
        ({ book, trip }) =>
        () =>
          fetchJson<FeedState>(routes.feed(book, trip)),
      providesTags: ['Feed'],
      keepUnusedDataFor: 0,
    }),
    startFeed: build.mutation<FeedState, Feed>({
      query:
        ({ book, trip }) =>
        () =>
          sendJson<FeedState>('PUT', routes.feed(book, trip), {}),
      invalidatesTags: ['Feed'],
    }),
    readInstrument: build.mutation<InstrumentRead, TextToRead>({ queryFn: (text) => answerOf(() => readText(text)) }),
    stopFeed: build.mutation<FeedState, Feed>({
      query:
        ({ book, trip }) =>
        () =>
          sendJson<FeedState>('POST', routes.feedStop(book, trip), {}),
      invalidatesTags: ['Feed'],
    }),
  }),
})

export const { useFeedQuery, useStartFeedMutation, useStopFeedMutation, useReadInstrumentMutation } = instrumentsApi
