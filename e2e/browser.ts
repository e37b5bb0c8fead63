import type { BrowserContextOptions, LaunchOptions } from '@playwright/test'

/** Debian's Chromium without windows; flags that keep it off the network and running as root. */
export const launchOptions: LaunchOptions = {
  executablePath: '/usr/bin/chromium-headless-shell',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
}

/** Where and how large the pages are shown. */
export const contextOptions = {
  viewport: { width: 1280, height: 800 },
  locale: 'en-US',
  timezoneId: 'America/Chicago',
} satisfies BrowserContextOptions

export const ACTION_TIMEOUT_MS = 60_000
