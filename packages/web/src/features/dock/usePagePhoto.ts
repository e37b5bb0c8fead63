import type { Id } from '@jotbook/core'
import { useLiveQuery } from 'dexie-react-hooks'
import { useState } from 'react'
import { dropDraft, loadDraft, saveDraft } from '../../offline/index.ts'
import { text } from './text.ts'

/** Long side of a kept picture, in pixels: enough to read handwriting by. */
const LONGEST_PX = 1600
const QUALITY = 0.85

export interface PagePhoto {
  readonly blob: Blob | undefined
  readonly problem: string | undefined
  readonly choose: (file: File | undefined) => Promise<void>
  readonly takeAway: () => Promise<void>
}

/** The photographed page that stands beside the rows: kept on this device from trip to trip until it is taken away. */
export function usePagePhoto(book: Id<'book'>): PagePhoto {
  const key = `page:${book}`
  const blob = useLiveQuery(() => loadDraft<Blob>(key), [key])
  const [problem, setProblem] = useState<string>()
  return {
    blob,
    problem,
    choose: async (file) => {
      if (!file) return
      const drawn = await redrawn(file).catch(() => undefined)
      setProblem(drawn ? undefined : text.page.unreadable)
      if (drawn) await saveDraft(key, drawn)
    },
    takeAway: () => dropDraft(key),
  }
}

/** The picture drawn anew at a size to read by: what the camera wrote beside it (place, owner) is not taken along. */
async function redrawn(file: File): Promise<Blob> {
  const picture = await createImageBitmap(file)
  const scale = Math.min(1, LONGEST_PX / Math.max(picture.width, picture.height))
  const canvas = new OffscreenCanvas(Math.round(picture.width * scale), Math.round(picture.height * scale))
  canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height)
  return canvas.convertToBlob({ type: 'image/jpeg', quality: QUALITY })
}
