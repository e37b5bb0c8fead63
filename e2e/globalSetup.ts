import type { FullConfig } from '@playwright/test'
import { App, makeKnownBrowsers } from './app.ts'

export default async ({ workers }: FullConfig): Promise<void> => {
  await App.makeDemo()
  await makeKnownBrowsers(workers)
}
