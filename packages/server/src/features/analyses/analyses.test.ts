import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { answerLong, bookAtHand } from '@jotbook/core'
import type { EarlyAnswer, LongQuestion } from '@jotbook/core'
import { zipBundle } from '@jotbook/core/formats'
import { readLine } from '@jotbook/contract'
import type { AnalysisLine } from '@jotbook/contract'
import { projectFolder } from '../../platform/config.ts'
import { TestServer } from '../../test/testServer.ts'
import { recordsOfBook } from '../bundles/exportBook.ts'

const folder = join(projectFolder(), 'demo/bundle')
const CLAIMS: LongQuestion = { kind: 'claims', water: 'Pellock Mill Pond', confidence: 0.9 }
const SEARCH: LongQuestion = { kind: 'search', water: 'Immerlow Reservoir', where: '', seed: 7, confidence: 0.9 }

let server: TestServer
let book: string
beforeAll(async () => {
  server = await TestServer.start()
  book = await server.makeBook()
  const files = new Map(readdirSync(folder).map((name) => [name, readFileSync(join(folder, name), 'utf8')]))
  expect((await server.importArchive(book, zipBundle(files), 'namespace=demo')).body.applied).toBe(true)
})
afterAll(() => server.stop())

const ask = (question: unknown, signal?: AbortSignal): Promise<Response> =>
  fetch(`${server.url}/api/books/${book}/analyses`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(question),
    ...(signal ? { signal } : {}),
  })

const linesOf = async (answer: Response): Promise<AnalysisLine[]> =>
  (await answer.text())
    .trim()
    .split('\n')
    .map((line) => readLine(line) as AnalysisLine)

describe('a question that takes seconds', () => {
  it('ends when whoever asked hangs up, and makes room for the next', async () => {
    const hanging = new AbortController()
    const reader = (await ask(SEARCH, hanging.signal)).body!.getReader()
    await reader.read()
    hanging.abort()
    await expect
      .poll(async () => (await linesOf(await ask({ ...CLAIMS, water: 'nowhere' }))).at(-1), { timeout: 5000 })
      .not.toMatchObject({ problem: { type: '/problems/too-often' } })
  })

  it('says what is wrong with it', async () => {
    const wrong: [question: unknown, field: string][] = [
      [{ ...SEARCH, kind: 'guess' }, 'kind'],
      [{ ...SEARCH, water: 7 }, 'water'],
      [{ ...SEARCH, seed: -1 }, 'seed'],
      [{ ...SEARCH, where: 'x'.repeat(3000) }, 'where'],
      [{ ...CLAIMS, confidence: 2 }, 'confidence'],
    ]
    for (const [question, field] of wrong) {
      const answer = await ask(question)
      expect([answer.status, ((await answer.json()) as { field: string }).field]).toEqual([400, field])
    }
    for (const question of [
      { ...SEARCH, water: 'nowhere' },
      { ...SEARCH, where: 'glitter=much' },
    ]) {
      const [last] = await linesOf(await ask(question))
      const detail = expect.stringMatching(/no hour on nowhere|no column glitter/) as string
      expect(last).toMatchObject({ type: '/problems/no-answer', detail })
    }
  })

  // Last: working it out on the spot holds up this process for seconds, in which a connection kept open is closed under the next request.
  it('is answered in a thread as it would be on the spot, with progress, while others are served', async () => {
    const running = ask(CLAIMS)
    expect((await server.ask('GET', '/api/health')).status).toBe(200)
    const lines = await linesOf(await running)
    const before = lines.slice(0, -1)
    expect(before.some((line) => 'progress' in line)).toBe(true)
    const atHand = bookAtHand(await recordsOfBook(server.database, book))
    const known: EarlyAnswer[] = []
    const here = await answerLong(atHand, CLAIMS, { progress: () => undefined, early: (one) => known.push(one) })
    expect(before.flatMap((line) => ('early' in line ? [line.early] : []))).toEqual(known)
    // Limits that are open among it.
    expect(lines.at(-1)).toEqual({ answer: here })
  })
})
