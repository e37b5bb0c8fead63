import type { FullConfig } from '@playwright/test'
import { App, makeKnownBrowsers } from './app.ts'

/** What it returns is done after all tests. */
export default async ({ workers }: FullConfig): Promise<() => void> => {
  await App.makeDemo()
  return makeKnownBrowsers(workers)
}
