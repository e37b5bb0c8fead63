import { store } from '../offline/index.ts'

const WORKER = '/serviceWorker.js'
/** A trip without an end is under way for so long at most. */
const TRIP_MS = 36 * 3_600_000

/** Keeps the pages for days without a server. A newer version takes over when a page is opened and no trip is under way in any tab. */
export async function keepPages(): Promise<void> {
  if (!('serviceWorker' in navigator) || !import.meta.env.PROD) return
  const registration = await navigator.serviceWorker.register(WORKER).catch(() => undefined)
  if (!registration?.waiting || (await tripUnderWay())) return
  navigator.serviceWorker.addEventListener('controllerchange', () => location.reload(), { once: true })
  registration.waiting.postMessage('take over')
}

async function tripUnderWay(): Promise<boolean> {
  const trips = await store.records.filter(({ kind }) => kind === 'trip').toArray()
  return trips.some(({ shown: { fields } }) => !fields.end && !fields.deletedAt && Date.now() - Date.parse(String(fields.start)) < TRIP_MS)
}
