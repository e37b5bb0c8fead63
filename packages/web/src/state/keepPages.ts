import { recordsOf, store } from '../offline/index.ts'
import { isUnderWay } from './isUnderWay.ts'

const WORKER = '/serviceWorker.js'
/** Keeps the pages for days without a server. A newer version takes over when a page is opened and no trip is under way in any tab. */
export async function keepPages(): Promise<void> {
  if (!('serviceWorker' in navigator) || !import.meta.env.PROD) return
  const registration = await navigator.serviceWorker.register(WORKER).catch(() => undefined)
  if (!registration?.waiting || (await tripUnderWay())) return
  navigator.serviceWorker.addEventListener('controllerchange', () => location.reload(), { once: true })
  registration.waiting.postMessage('take over')
}

async function tripUnderWay(): Promise<boolean> {
  const books = await store.books.toCollection().primaryKeys()
  const trips = await Promise.all(books.map((book) => recordsOf(book, 'trip')))
  return trips.flat().some(isUnderWay)
}
