import AxeBuilder from '@axe-core/playwright'
import { expect } from '@playwright/test'
import type { BrowserContext, Locator, Page } from '@playwright/test'
import { Angler } from './angler.ts'
import { browserFolder, launchBrowser } from './app.ts'
import type { App } from './app.ts'

const HOUR_MS = 3_600_000

/** Yesterday at such an hour of Greenwich's clock: days at the demo's waters begin six hours later, and a journey that ran across midnight there would be another. */
export const yesterdayAt = (hourUtc: number): number =>
  new Date(Date.now() - 24 * HOUR_MS).setUTCHours(hourUtc, 0, 0, 0)

/** Seven in the morning, or eight, at the demo's waters. */
const MORNING_UTC_H = 13

/** A phone with its own storage on disk: it can be closed and opened again, and its clock goes on while it is closed. */
export class Phone extends Angler {
  private context!: BrowserContext
  private nowMs: number

  private constructor(
    app: App,
    startMs: number,
    private readonly size: { width: number; height: number },
    private readonly folder: string,
  ) {
    super(app)
    this.nowMs = startMs
  }

  /** `knowsDemo`: the demo book came to it before; of the phones of a test one at most. */
  static async start(
    app: App,
    { startMs = yesterdayAt(MORNING_UTC_H), width = 390, height = 844, knowsDemo = true } = {},
  ): Promise<Phone> {
    const phone = new Phone(app, startMs, { width, height }, browserFolder(knowsDemo))
    await phone.wake()
    await phone.page.goto(`${app.url}/today`)
    await expect(phone.page.getByTestId('sync-state')).toHaveText(/Synced/)
    // One visit is enough: every part is kept before the first trip.
    await phone.page.evaluate(() => navigator.serviceWorker.ready.then(() => true))
    await phone.page.goto(`${app.url}/deck`)
    return phone
  }

  private async wake(): Promise<void> {
    this.context = await launchBrowser(this.folder, { viewport: this.size, hasTouch: true, isMobile: true })
    await this.context.clock.install({ time: this.nowMs })
    this.page = this.context.pages()[0] ?? (await this.context.newPage())
  }

  /** Lets minutes go by. */
  async later(minutes: number): Promise<void> {
    await this.context.clock.fastForward(minutes * 60_000)
    this.nowMs += minutes * 60_000
  }

  /** Switched off and on again. */
  async restart(minutesOff = 1): Promise<void> {
    await this.context.close()
    this.nowMs += minutesOff * 60_000
    await this.wake()
    await this.page.goto(`${this.app.url}/deck`)
  }

  close(): Promise<void> {
    return this.context.close()
  }

  /** Taps and waits until it is told, which is once it is on the disk. */
  async tap(name: string | RegExp, said?: string | RegExp): Promise<void> {
    await this.page
      .getByRole('button', { name, exact: typeof name === 'string' })
      .first()
      .tap()
    if (said !== undefined) await expect(this.page.getByTestId('said')).toHaveText(said)
  }

  /** Taps that come before the screen has answered the first of them. */
  async tapAtOnce(...buttons: readonly Locator[]): Promise<void> {
    const found = await Promise.all(buttons.map((button) => button.elementHandle()))
    await this.page.evaluate((them) => them.forEach((it) => (it as HTMLElement).click()), found)
  }

  /** A thumb that waits for a word: taps it in the moment it is drawn. */
  async tapWhenDrawn(name: string): Promise<void> {
    await this.page.evaluate((word) => {
      const drawn = new MutationObserver(() => {
        const button = [...document.querySelectorAll('button')].find(({ textContent }) => textContent === word)
        if (!button) return
        drawn.disconnect()
        button.click()
      })
      drawn.observe(document.body, { childList: true, subtree: true })
    }, name)
  }

  /** A thumb goes down in the middle of it, along so many pixels, and up: the browser may take it for scrolling. */
  async drag(target: Locator, { right, down }: { right: number; down: number }): Promise<void> {
    const { x, y, width, height } = (await target.boundingBox())!
    const devtools = await this.context.newCDPSession(this.page)
    const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', share: number) =>
      devtools.send('Input.dispatchTouchEvent', {
        type,
        touchPoints:
          type === 'touchEnd' ? [] : [{ x: x + width / 2 + share * right, y: y + height / 2 + share * down }],
      })
    await touch('touchStart', 0)
    for (let step = 1; step <= 5; step++) await touch('touchMove', step / 5)
    await touch('touchEnd', 1)
    await devtools.detach()
  }

  /** A word of a question, behind *More* where the list is long. Returned: how many taps that took. */
  async pick(question: string, word: string): Promise<number> {
    const words = this.page.getByRole('group', { name: question, exact: true })
    // Nobody looks for a word before the sheet is drawn.
    await expect(words).toBeVisible()
    const chip = words.getByRole('button', { name: word, exact: true })
    const folded = !(await chip.isVisible())
    if (folded) await words.getByRole('button', { name: 'More', exact: true }).tap()
    await chip.tap()
    return folded ? 2 : 1
  }

  /** Onto the water with the last rods used there, or with none. */
  async launch(water: string, aboard: string, { bare = false } = {}): Promise<void> {
    await this.tap(new RegExp(`^${water}`))
    await this.tap(aboard)
    await this.tap(bare ? 'No rods yet, add them as I go' : /Last rods used here/)
    await this.tap(/^Launch/)
    if (bare) await expect(this.page.getByRole('button', { name: 'Day', exact: true })).toBeVisible()
    else await expect(this.page.locator('.rod').first()).toBeVisible()
  }

  /** A lure of the tackle comes on deck, on the rod that is offered first. */
  async lay(lure: string): Promise<void> {
    await this.tap('Day')
    await this.page.getByLabel('From my tackle').selectOption({ label: lure })
    await this.tap(/rod/i, `${lure} on deck`)
  }

  async rod(index: number): Promise<void> {
    const rod = this.page.locator('.rod').nth(index)
    const name = (await rod.getAttribute('aria-label'))?.split(', ').slice(0, 2).join(', ') ?? ''
    await rod.tap()
    await expect(this.page.getByTestId('said')).toHaveText(`${name} in hand`)
    // It is told once it is on the disk, and shown once it is read back: a jump of the clock between the two is seen a tick late.
    await expect(rod).toHaveAttribute('aria-label', /in hand/)
  }

  /** Waits until all is in the book; a little over a minute goes by at each look, so that no wait between tries outlasts it. */
  override async synced(): Promise<void> {
    const state = this.page.getByTestId('sync-state')
    await expect
      .poll(
        async () => {
          if (/Synced/.test((await state.textContent()) ?? '')) return true
          await this.later(1.1)
          return false
        },
        { timeout: 120_000, intervals: [2500] },
      )
      .toBe(true)
  }

  /** Keeps the fish that was landed. The question after it has the same words at its end: a tap between the two hits neither. */
  async keep(tag: string | RegExp): Promise<void> {
    await this.tap('Keep', tag)
    await expect(this.page.getByRole('group', { name: 'When?' })).toBeVisible()
  }

  async strike(outcome?: 'missed' | 'lost' | 'landed', whose?: string): Promise<void> {
    // Two taps within a moment are one strike.
    await this.later(0.05)
    await this.tap(whose ? `Strike: ${whose}` : 'Strike', /^Strike \d+, /)
    if (outcome) await this.tap(outcome, `Strike: ${outcome}`)
    if (outcome === 'landed') await this.tap('just now')
  }
}

/** Rods that must be scrolled to. */
export const rodsOutOfSight = (page: Page): Promise<number> =>
  page.evaluate(() => {
    const foot = document.querySelector('.rods')!.getBoundingClientRect().bottom
    return [...document.querySelectorAll('.rod')].filter((rod) => rod.getBoundingClientRect().bottom > foot + 1).length
  })

/** A sheet keeps nobody out: no serious fault, and nothing to scroll sideways. */
export async function isOpenToAll(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).analyze()
  const serious = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical')
  expect(serious.map(({ id, nodes }) => `${id} ${nodes[0]?.html}`)).toEqual([])
  expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0)
}
