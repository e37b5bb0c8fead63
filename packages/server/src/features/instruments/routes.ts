import { Router } from 'express'
import { isUuid } from '@jotbook/core'
import { EmptyBody, Problem, WeatherBody } from '@jotbook/contract'
import type { WeatherText } from '@jotbook/contract'
import { bookOf } from '../../platform/bookGuard.ts'
import type { BookAccess } from '../../platform/bookGuard.ts'
import { validated } from '../../platform/validated.ts'
import { fetchOutside, outsideUrl } from '../../platform/outside.ts'
import type { OutsideRules } from '../../platform/outside.ts'
import { loadStates } from '../changes/recordRepository.ts'
import type { Feeds } from './feeds.ts'

/** The weather station's text, and the live sounder of a trip, from the addresses that the book's owner set. */
export function instrumentRoutes(feeds: Feeds, rules: OutsideRules): Router {
  const router = Router({ mergeParams: true })

  router.post('/weather', ...validated(WeatherBody), async (request, response) => {
    const access = bookOf(request)
    const { hours, until, forecast } = request.body
    const url = outsideUrl(await addressOf(access, 'weatherAddress'), ['http:', 'https:'], rules)
    url.searchParams.set('hours', String(Math.ceil(hours)))
    url.searchParams.set('until', until)
    if (forecast) url.searchParams.set('taf', '1')
    const answer: WeatherText = { text: await fetchOutside(url.href, rules) }
    response.json(answer)
  })

  router.put('/trips/:trip/feed', ...validated(EmptyBody), async (request, response) => {
    const access = bookOf(request)
    const { book, author, within } = access
    const trip = String(request.params.trip)
    const [stored] = isUuid(trip) ? await within((db) => loadStates(db, book, 'trip', [trip])) : []
    if (!stored || typeof stored.state.fields.deletedAt === 'string')
      throw new Problem('not-found', 'There is no such trip.')
    if (typeof stored.state.fields.end === 'string')
      throw new Problem('invalid-request', 'The trip is over: import the sounder’s log instead.')
    const url = outsideUrl(await addressOf(access, 'sounderAddress'), ['tcp:', 'ws:', 'wss:'], rules)
    response.json(feeds.start({ book, trip, author, url }))
  })

  router.post('/trips/:trip/feed/stop', ...validated(EmptyBody), async (request, response) => {
    const { book } = bookOf(request)
    response.json(await feeds.stop({ book, trip: String(request.params.trip) }))
  })

  router.get('/trips/:trip/feed', (request, response) => {
    response.json(feeds.state({ book: bookOf(request).book, trip: String(request.params.trip) }))
  })

  return router
}

async function addressOf({ book, within }: BookAccess, field: 'weatherAddress' | 'sounderAddress'): Promise<string> {
  const [settings] = await within((db) => loadStates(db, book, 'book', [book]))
  const address = settings?.state.fields[field]
  if (typeof address !== 'string' || address.trim() === '')
    throw new Problem(
      'invalid-request',
      `The book has no address of a ${field === 'weatherAddress' ? 'weather station' : 'sounder'}; its owner sets it under Book → Instruments.`,
    )
  return address.trim()
}
