import { routes } from '@jotbook/contract'
import type { Id } from '@jotbook/core'
import { store } from './deviceStore.ts'
import { withRoom } from './room.ts'
import { pushSoon } from './sync.ts'

/** A picture that waits here to be sent; undefined once the server has it. */
export const keptPicture = async (sha256: string): Promise<Blob | undefined> => (await store.pictures.get(sha256))?.jpeg

export const pictureAddress = routes.picture

const LONGEST_PX = 1600
const QUALITY = 0.8

/** Draws a photo anew at most 1600 px long, which leaves out all that the camera wrote into it, and keeps it for sending. Returns its SHA-256. */
export async function keepPicture(book: Id<'book'>, photo: Blob): Promise<string> {
  const image = await createImageBitmap(photo)
  const scale = Math.min(1, LONGEST_PX / Math.max(image.width, image.height))
  const canvas = new OffscreenCanvas(Math.round(image.width * scale), Math.round(image.height * scale))
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height)
  const jpeg = await canvas.convertToBlob({ type: 'image/jpeg', quality: QUALITY })
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', await jpeg.arrayBuffer()))
  const sha256 = [...digest].map((byte) => byte.toString(16).padStart(2, '0')).join('')
  await withRoom(() => store.pictures.put({ sha256, book, jpeg, sent: 0 }))
  pushSoon(book)
  return sha256
}
