import { routes } from '@jotbook/contract'
import type { Id } from '@jotbook/core'
import type { FeedState } from '@jotbook/contract'
import { fetchJson, sendJson } from '../../offline/index.ts'
import { api } from '../../state/api.ts'

/** The sounder of one trip. */
interface Feed {
  readonly book: Id<'book'>
  readonly trip: Id<'trip'>
}

const feedApi = api.injectEndpoints({
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
    stopFeed: build.mutation<FeedState, Feed>({
      query:
        ({ book, trip }) =>
        () =>
          sendJson<FeedState>('POST', routes.feedStop(book, trip), {}),
      invalidatesTags: ['Feed'],
    }),
  }),
})

export const { useFeedQuery, useStartFeedMutation, useStopFeedMutation } = feedApi
