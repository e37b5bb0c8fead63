import { expect, it, vi } from 'vitest'
import { heardUntilOver, inLongWorker } from './inLongWorker.ts'

it('hears no share of progress once the work is over', () => {
  const shares: number[] = []
  const { hear, over } = heardUntilOver((share: number) => shares.push(share))
  hear(0.5)
  over()
  hear(1)
  expect(shares).toEqual([0.5])
})

it('begins nothing that was called off before', async () => {
  const own = new AbortController()
  own.abort()
  const work = vi.fn()
  // There are no workers here: to begin would fail otherwise.
  await expect(inLongWorker({ onProgress: () => undefined, signal: own.signal }, work)).rejects.toMatchObject({
    code: 'cancelled',
  })
  expect(work).not.toHaveBeenCalled()
})
