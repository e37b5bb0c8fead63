import { routes } from '@jotbook/contract'
import type { Id } from '@jotbook/core'
import { store } from './deviceStore.ts'
import { fetchOk } from './http.ts'

/** Sends what pictures wait, after the changes that name them. Once there, the device's own copy goes to those it has seen. */
export async function pushPictures(book: Id<'book'>): Promise<void> {
  for (const { sha256, jpeg } of await store.pictures.where({ book, sent: 0 }).toArray()) {
    await fetchOk(routes.picture(book, sha256), {
      method: 'PUT',
      headers: { 'content-type': 'image/jpeg' },
      body: jpeg,
    })
    // Seen here before: the page keeps it, so that it shows without the server too.
    await (
      await globalThis.caches?.open('pictures')
    )?.put(routes.picture(book, sha256), new Response(jpeg, { headers: { 'content-type': 'image/jpeg' } }))
    await store.pictures.delete(sha256)
  }
}
