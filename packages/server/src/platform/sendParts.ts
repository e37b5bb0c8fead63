import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type { Response } from 'express'

/** Sends an answer part by part as it is made and as fast as it is read. Whoever hangs up ends the making. */
export async function sendParts(response: Response, parts: AsyncIterable<string | Uint8Array>): Promise<void> {
  try {
    await pipeline(Readable.from(parts), response)
  } catch (error) {
    if ((error as { code?: string }).code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error
  }
}
