/* global document, history, performance, requestAnimationFrame, PopStateEvent, window, localStorage, indexedDB, Event */
import { chromium } from '@playwright/test'
import { strToU8, zipSync } from 'fflate'
import { CHROMIUM, debianPackage } from '../tools/steps.mjs'
import { withServer } from './server.mjs'

/**
 * The first minute with a book: a fresh profile until Today and Trips stand, against a bare page that fetches the same bytes and draws one list, in the
 * same run; a warm start until Today is whole; a filter until the board is redrawn; a long trip opened and typed in.
 */
const [TRIPS, STINTS] = [1000, 10]
const HOUR = 3_600_000
const iso = (ms) => new Date(ms).toISOString()

/** A guide's ten years: 1,000 trips of ten stints. */
function yearsOfTrips() {
  let seed = 5
  const random = () => (seed = (seed * 1_103_515_245 + 12_345) % 2 ** 31) / 2 ** 31
  const classes = ['spinnerbait', 'suspending jerkbait', 'squarebill', 'popper', 'finesse jig', 'tube']
  const files = {
    'waters.csv': [
      'water,latitude,longitude,time_zone',
      'W0,36.9,-85.1,America/Chicago',
      'W1,36.8,-85.2,America/Chicago',
    ],
    'lures.csv': ['lure,class', ...Array.from({ length: 60 }, (_, i) => `L${i},${classes[i % classes.length]}`)],
    'trips.csv': ['trip,water,start,end,anglers,effort_known'],
    'stints.csv': ['stint,trip,lure,start,end'],
    'readings.csv': ['trip,time,water_temp_c,visibility_m,wind_mps'],
    'strikes.csv': ['strike,trip,time,stint,outcome'],
  }
  for (let t = 0; t < TRIPS; t++) {
    const start = Date.UTC(2014, 1, 1, 12) + t * 4 * 24 * HOUR
    files['trips.csv'].push(`T${t},W${t % 2},${iso(start)},${iso(start + 6 * HOUR)},Rowan,full`)
    for (const at of [0, 2, 4])
      files['readings.csv'].push(
        `T${t},${iso(start + at * HOUR)},${(4 + 22 * random()).toFixed(1)},${(0.5 + 3 * random()).toFixed(1)},${(9 * random()).toFixed(1)}`,
      )
    for (let s = 0; s < STINTS; s++)
      stint(
        files,
        `T${t}`,
        s,
        start + s * 0.6 * HOUR,
        0.6 * HOUR,
        random() < 0.9 ? 1 : 0,
        `L${Math.floor(60 * random())}`,
      )
  }
  // One long day, to be opened and typed in.
  const long = Date.UTC(2025, 5, 1, 11)
  files['trips.csv'].push(`LONG,W0,${iso(long)},${iso(long + 10 * HOUR)},Rowan,full`)
  for (let s = 0; s < 40; s++) stint(files, 'LONG', s, long + s * 0.25 * HOUR, 0.25 * HOUR, 3, `L${s % 8}`)
  return zipSync(
    Object.fromEntries(Object.entries(files).map(([name, lines]) => [name, strToU8(`${lines.join('\n')}\n`)])),
  )
}

function stint(files, trip, s, startMs, lasts, strikes, lure) {
  files['stints.csv'].push(`${trip}s${s},${trip},${lure},${iso(startMs)},${iso(startMs + lasts)}`)
  for (let k = 0; k < strikes; k++)
    files['strikes.csv'].push(
      `${trip}s${s}k${k},${trip},${iso(startMs + ((k + 1) * lasts) / 5)},${trip}s${s},${['landed', 'lost', 'missed'][(s + k) % 3]}`,
    )
}

const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]
const ms = (value) => `${Math.round(value)} ms`

debianPackage('chromium-headless-shell', CHROMIUM)
await withServer(
  async ({ url, makeBook }) => {
    const browser = await chromium.launch({ executablePath: CHROMIUM, args: ['--no-sandbox', '--disable-gpu'] })
    const profile = async (book) => {
      const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, bypassCSP: true })
      await context.addInitScript((id) => {
        if (!localStorage.getItem('jot-session'))
          localStorage.setItem(
            'jot-session',
            JSON.stringify({ books: [{ id, name: 'Book', demo: false, role: 'owner' }], book: id }),
          )
      }, book)
      return context.newPage()
    }
    const bare = async (book) => {
      const page = await profile(book)
      const from = Date.now()
      await page.goto(`${url}/api/health`)
      await page.evaluate(async (path) => {
        const lines = (await (await fetch(path)).text())
          .trim()
          .split('\n')
          .map((line) => JSON.parse(line))
        const list = document.createElement('ul')
        for (const { kind, state } of lines) {
          if (kind !== 'trip') continue
          list.append(Object.assign(document.createElement('li'), { textContent: state.fields.start }))
        }
        document.body.append(list)
        await new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn)))
      }, `/api/books/${book}/snapshot`)
      const took = Date.now() - from
      await page.context().close()
      return took
    }
    const usable = async (book) => {
      const page = await profile(book)
      const from = Date.now()
      await page.goto(`${url}/today`)
      await page.locator('main a[href^="/trips/"]').first().waitFor({ timeout: 120_000 })
      const today = Date.now() - from
      await page.getByRole('navigation').getByText('Trips').click()
      await page.locator('tbody a[href^="/trips/"]').first().waitFor({ timeout: 120_000 })
      const trips = Date.now() - from
      await page.getByText('Synced').first().waitFor({ timeout: 120_000 })
      const whole = Date.now() - from
      return { page, today, trips, whole }
    }
    const [demo] = (await (await fetch(`${url}/api/session`)).json()).books
    const big = await makeBook('Ten years')
    await fetch(`${url}/api/books/${big}/imports?namespace=bench`, {
      method: 'POST',
      headers: { 'content-type': 'application/zip' },
      body: yearsOfTrips(),
    }).then((answer) => answer.text())
    for (const [name, book, aim] of [
      ['demo', demo.id, 2],
      [`${TRIPS} trips, ${TRIPS * STINTS} stints`, big, 3],
    ]) {
      const runs = []
      for (let i = 0; i < 3; i++) {
        const plain = await bare(book)
        const { page, ...took } = await usable(book)
        runs.push({ plain, ...took })
        await page.context().close()
      }
      const of = (key) => median(runs.map((run) => run[key] / run.plain))
      console.log(
        `${name}, fresh profile: Today ${of('today').toFixed(1)}, Trips ${of('trips').toFixed(1)}, all of it ${of('whole').toFixed(1)} times a bare page (${ms(median(runs.map(({ plain }) => plain)))}), aim ${aim}`,
      )
    }

    const { page } = await usable(big)
    await page.getByTestId('trip-sums').getByText('strikes').waitFor({ timeout: 60_000 })
    const warm = []
    for (let i = 0; i < 5; i++) {
      await page.goto(`${url}/today`)
      warm.push(
        await page.evaluate(async () => {
          const script = performance
            .getEntriesByType('resource')
            .find(({ name }) => /\/assets\/index-.*\.js$/.test(name))
          while (
            !document.querySelector('main a[href^="/trips/"]') ||
            document.querySelector('main .unknown, main[aria-busy]')
          )
            await new Promise((frame) => requestAnimationFrame(frame))
          return performance.now() - (script?.responseEnd ?? 0)
        }),
      )
    }
    console.log(`warm, Today whole: ${ms(median(warm))} after its script had come, aim 300`)

    await page.goto(`${url}/findings?by=lure`)
    await page.getByTestId('answer').waitFor({ timeout: 60_000 })
    await page.waitForTimeout(2000)
    // Of each condition one value, for which the book is cut, and then another, as once the values of a filter were opened.
    const took = { first: [], again: [] }
    for (const [which, where] of [
      ['first', 'temp_band%3D45..50F'],
      ['again', 'temp_band%3D50..55F'],
      ['first', 'clarity_band%3Dstained'],
      ['again', 'clarity_band%3Dclear'],
      ['first', 'wind_band%3Dripple'],
      ['again', 'wind_band%3Dlight_chop'],
      ['first', 'season%3Dspring'],
      ['again', 'season%3Dautumn'],
    ]) {
      took[which].push(
        await page.evaluate(async (query) => {
          const counts = () => /[\d,]+ strikes? in [\d,.]+ hours/.exec(document.querySelector('main').textContent)?.[0]
          const [before, from] = [counts(), performance.now()]
          history.pushState({}, '', `/findings?${query}`)
          window.dispatchEvent(new PopStateEvent('popstate'))
          while (counts() === before && performance.now() - from < 20_000)
            await new Promise((frame) => requestAnimationFrame(frame))
          return performance.now() - from
        }, `by=lure&where=${where}`),
      )
      await page.waitForTimeout(500)
    }
    console.log(
      `filter to redrawn board at ${TRIPS * STINTS} stints: ${took.again.map(ms).join(', ')}, aim 150; of a condition asked for the first time ${took.first.map(ms).join(', ')}`,
    )

    const [trip] = await page.evaluate(async () => {
      const open = indexedDB.open('jot-book')
      const db = await new Promise((done) => (open.onsuccess = () => done(open.result)))
      const all = db.transaction('records').objectStore('records').getAll()
      const rows = await new Promise((done) => (all.onsuccess = () => done(all.result)))
      return rows
        .filter(({ kind, shown }) => kind === 'trip' && shown.fields.start?.startsWith('2025-06-01'))
        .map(({ id }) => id)
    })
    await page.goto(`${url}/trips/${trip}`)
    await page.getByRole('link', { name: 'Edit trip' }).waitFor()
    await page.waitForTimeout(1500)
    const opened = await page.evaluate(async () => {
      const from = performance.now()
      document.querySelector('a[href$="/edit"]').click()
      while (!document.querySelector('[data-cell="strike:119:time"], [data-cell^="strike"]'))
        await new Promise((frame) => requestAnimationFrame(frame))
      return performance.now() - from
    })
    await page.waitForTimeout(1500)
    const keys = await page.evaluate(async () => {
      const cell =
        document.querySelector('textarea, [data-cell="trip:note"]') ?? document.querySelector('[data-cell^="stint"]')
      cell.focus()
      const keyMs = []
      const set = Object.getOwnPropertyDescriptor(Object.getPrototypeOf(cell), 'value').set
      for (let i = 0; i < 20; i++) {
        const from = performance.now()
        set.call(cell, `${cell.value}x`)
        cell.dispatchEvent(new Event('input', { bubbles: true }))
        keyMs.push(performance.now() - from)
        await new Promise((frame) => requestAnimationFrame(() => setTimeout(frame)))
      }
      return keyMs
    })
    console.log(
      `a trip of 40 stints and 120 strikes: opened to edit in ${ms(opened)}, aim 100; a key ${median(keys).toFixed(1)} ms, aim 16`,
    )
    await browser.close()
  },
  { options: [] },
)
