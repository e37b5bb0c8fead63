import { connect, createServer } from 'node:net'
import type { AddressInfo } from 'node:net'
import { expect, it, onTestFinished } from 'vitest'
import { awaitDatabase } from './awaitDatabase.ts'
import { openDatabase } from './database.ts'

/** The tests' database behind a door that leaves the first callers waiting without a word. */
async function slowDoor(unanswered: number): Promise<URL> {
  const behind = new URL(process.env.TEST_DATABASE_URL ?? '')
  const door = createServer((caller) => {
    caller.on('error', () => undefined)
    if (unanswered-- > 0) return
    const on = connect(Number(behind.port), behind.hostname)
    on.on('error', () => caller.destroy())
    caller.pipe(on).pipe(caller)
  })
  await new Promise<void>((done) => door.listen(0, '127.0.0.1', done))
  onTestFinished(() => void door.close())
  const url = new URL(behind)
  url.host = `127.0.0.1:${(door.address() as AddressInfo).port}`
  return url
}

it('waits for a database that takes a while to let anybody in', async () => {
  const database = openDatabase((await slowDoor(2)).toString(), { answerMs: 300 })
  onTestFinished(() => database.$client.end())
  await awaitDatabase(database)
  expect(database.$client.idleCount).toBe(1)
})

it('does not wait where nobody listens, nor for ever', async () => {
  const nobody = openDatabase('postgres://127.0.0.1:1/none', { answerMs: 300 })
  await expect(awaitDatabase(nobody)).rejects.toThrow('ECONNREFUSED')
  const locked = new URL(process.env.TEST_DATABASE_URL ?? '')
  locked.password = ''
  const keyless = openDatabase(locked.toString(), { answerMs: 5000 })
  await expect(awaitDatabase(keyless, Infinity)).rejects.toThrow(/password/)
  const mute = openDatabase((await slowDoor(Infinity)).toString(), { answerMs: 300 })
  onTestFinished(() => mute.$client.end())
  await expect(awaitDatabase(mute, 500)).rejects.toThrow('timeout')
})
