import { expect } from '@playwright/test'
import type { Locator, Page } from '@playwright/test'
import type { App } from './app.ts'

type Words = string | RegExp

interface Which {
  readonly exact?: boolean
  /** The part of the page it stands in; the whole of it when left out. */
  readonly in?: Locator
}

/** Somebody with the book open before them: what is done and seen there, at a desk or aboard. */
export class Angler {
  page!: Page

  constructor(
    protected readonly app: App,
    page?: Page,
  ) {
    if (page) this.page = page
  }

  /** A page by its address, loaded anew. */
  async open(path: string): Promise<void> {
    await this.page.goto(this.app.url + path)
  }

  /** From one page to the next as a link goes, once the page at the present address is drawn: what the book has worked out stays. The first is opened by its address. */
  async go(path: string): Promise<void> {
    if (!this.page.url().startsWith(this.app.url)) return this.open(path)
    const isOther = await this.page.evaluate((to) => {
      document.querySelector('main')?.setAttribute('data-left', '')
      const before = window.location.pathname
      window.history.pushState(null, '', to)
      window.dispatchEvent(new PopStateEvent('popstate'))
      return window.location.pathname !== before
    }, path)
    // A page loads when it is first opened; until then the one before still stands.
    if (isOther) await expect(this.page.locator('main:not([data-left])')).toHaveCount(1)
  }

  /** The sentence that a view answers with. */
  get answer(): Locator {
    return this.page.getByTestId('answer').first()
  }

  button(name: Words, { in: part = this.page.locator('body'), exact = false }: Which = {}): Locator {
    return part.getByRole('button', { name, exact })
  }

  async press(name: Words, which: Which = {}): Promise<void> {
    await this.button(name, which).click()
  }

  async follow(link: Words, { in: part = this.page.locator('body'), exact = false }: Which = {}): Promise<void> {
    await part.getByRole('link', { name: link, exact }).click()
  }

  async write(label: Words, text: string, which: Which = {}): Promise<void> {
    await this.field(label, which).fill(text)
  }

  async choose(label: Words, option: string | { readonly label: string }, which: Which = {}): Promise<void> {
    await this.field(label, which).selectOption(option)
  }

  field(label: Words, { in: part = this.page.locator('body'), exact = false }: Which = {}): Locator {
    return part.getByLabel(label, { exact })
  }

  async give(label: Words, file: { name: string; mimeType: string; buffer: Buffer } | string): Promise<void> {
    await this.field(label).setInputFiles(file)
  }

  /** Until the server has all that is on this device, and the other way round. */
  async synced(): Promise<void> {
    await expect(this.page.getByTestId('sync-state')).toHaveText(/Synced/)
  }

  async sees(words: Words, { in: part = this.page.locator('body'), exact = false }: Which = {}): Promise<void> {
    await expect(part.getByText(words, { exact })).toBeVisible()
  }
}

/** Counts key presses and clicks as a person makes them; what is typed as a name is free. */
export class Typist extends Angler {
  presses = 0

  async hit(...keys: string[]): Promise<void> {
    for (const key of keys) {
      this.presses++
      await this.page.keyboard.press(key)
    }
  }

  async type(text: string): Promise<void> {
    this.presses += text.length
    await this.page.keyboard.type(text)
  }

  async click(target: Locator): Promise<void> {
    this.presses++
    await target.click()
  }

  async name(text: string): Promise<void> {
    await this.page.keyboard.type(text)
  }
}
