import { expose } from 'comlink'
import { afterEach, expect, it, vi } from 'vitest'
import { lasting } from './lasting.ts'

/** What a script that runs and throws is told by; Node has none. */
class FailedInside extends Event {}
afterEach(() => vi.unstubAllGlobals())

it('starts a worker at its first use, once, and anew where its script did not come', async () => {
  vi.stubGlobal('ErrorEvent', FailedInside)
  const started: MessagePort[] = []
  const ask = lasting<{ which: () => number }>(() => {
    const { port1, port2 } = new MessageChannel()
    const which = started.push(port2)
    expose({ which: () => which }, port1)
    port2.start()
    return port2 as unknown as Worker
  })
  expect(started).toHaveLength(0)
  expect(await ask().which()).toBe(1)
  expect(await ask().which()).toBe(1)
  // What a running script throws ends nothing.
  started[0]!.dispatchEvent(new FailedInside('error'))
  expect(await ask().which()).toBe(1)
  started[0]!.dispatchEvent(new Event('error'))
  expect(await ask().which()).toBe(2)
  expect(await ask().which()).toBe(2)
  for (const port of started) port.close()
})
