import { routes } from '@jotbook/contract'
import type { WeatherText } from '@jotbook/contract'
import type { Id } from '@jotbook/core'
import { sendJson } from '../offline/index.ts'

interface Asked {
  readonly hours: number
  /** ISO 8601. */
  readonly until: string
  /** Forecasts too. */
  readonly forecast?: boolean
}

/** What the book's weather station says, by way of the server. */
export const weatherText = async (book: Id<'book'>, asked: Asked): Promise<string> =>
  (await sendJson<WeatherText>('POST', routes.weather(book), asked)).text
