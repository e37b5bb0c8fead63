import { Router } from 'express'
import { isUuid } from '@jotbook/core'
import { MOST_REPORT_HOURS, Problem, isAllowed } from '@jotbook/contract'
import type { WeatherText } from '@jotbook/contract'
import type { Request } from 'express'
import { bookOf } from '../../platform/bookGuard.ts'
import type { BookAccess } from '../../platform/bookGuard.ts'
import { jsonBody } from '../../platform/jsonBody.ts'
import { fetchOutside, outsideUrl } from '../../platform/outside.ts'
import type { OutsideRules } from '../../platform/outside.ts'
import { loadStates } from '../changes/recordRepository.ts'
import type { Feeds } from './feeds.ts'

/** The weather station's text, and the live sounder of a trip, from the addresses that the book's owner set. */
export function instrumentRoutes(feeds: Feeds, rules: OutsideRules): Router {
  const router = Router({ mergeParams: true })

  router.post('/weather', ...jsonBody(), async (request, response) => {
    const access = logs(request)
    const { hours, until } = (request.body ?? {}) as { hours?: unknown; until?: unknown }
    if (typeof hours !== 'number' || !(hours > 0 && hours <= MOST_REPORT_HOURS))
      throw new Problem('invalid-request', `hours must be 1 to ${MOST_REPORT_HOURS}.`, { field: 'hours' })
    if (typeof until !== 'string' || until.length > 40 || Number.isNaN(Date.parse(until)))
      throw new Problem('invalid-request', 'until must be a time.', { field: 'until' })
    const url = outsideUrl(await addressOf(access, 'weatherAddress'), ['http:', 'https:'], rules)
    url.searchParams.set('hours', String(Math.ceil(hours)))
    url.searchParams.set('until', until)
    const answer: WeatherText = { text: await fetchOutside(url.href, rules) }
    response.json(answer)
  })

  router.put('/trips/:trip/feed', ...jsonBody(), async (request, response) => {
    const access = logs(request)
    const { book, author, within } = access
    const trip = String(request.params.trip)
    const [stored] = isUuid(trip) ? await within((db) => loadStates(db, book, 'trip', [trip])) : []
    if (!stored || typeof stored.state.fields.deletedAt === 'string') throw new Problem('not-found', 'There is no such trip.')
    if (typeof stored.state.fields.end === 'string') throw new Problem('invalid-request', 'The trip is over: import the sounder’s log instead.')
    const url = outsideUrl(await addressOf(access, 'sounderAddress'), ['tcp:', 'ws:', 'wss:'], rules)
    response.json(feeds.start({ book, trip, author, url }))
  })

  router.post('/trips/:trip/feed/stop', ...jsonBody(), async (request, response) => {
    const { book } = logs(request)
    response.json(await feeds.stop({ book, trip: String(request.params.trip) }))
  })

  router.get('/trips/:trip/feed', (request, response) => {
    response.json(feeds.state({ book: bookOf(request).book, trip: String(request.params.trip) }))
  })

  return router
}

/** Only who may log readings may have them fetched. */
function logs(request: Request): BookAccess {
  const access = bookOf(request)
  if (!isAllowed(access.author.role, 'reading', 'create')) throw new Problem('not-allowed', `As ${access.author.role} you may not add readings.`)
  return access
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
