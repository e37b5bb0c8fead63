import type { Trip } from '@jotbook/core'
import { store } from '../offline/index.ts'
import { isUnderWay } from './underWay.ts'

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
  const trips = await store.records.filter(({ kind }) => kind === 'trip').toArray()
  return trips.some(({ shown: { fields } }) => !fields.deletedAt && isUnderWay(fields as unknown as Trip))
}
