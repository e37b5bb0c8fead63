import { describe, expect, it } from 'vitest'
import { inSlices } from '@jotbook/core'
import { UNWATCHED, inChunks, inTurns } from './longWork.ts'

describe('long work', () => {
  it('in chunks makes the next ready while the last is written, and is done when all are', async () => {
    const events: string[] = []
    await inChunks([1, 2, 3, 4, 5], 2, async (chunk, from) => {
      events.push(`ready ${from}`)
      await new Promise((next) => setTimeout(next, 5))
      events.push(`written ${chunk.join()}`)
    })
    expect([...events].sort()).toEqual(['ready 0', 'ready 2', 'ready 4', 'written 1,2', 'written 3,4', 'written 5'])
    expect(events.indexOf('ready 2')).toBeLessThan(events.indexOf('written 1,2'))
    expect(events.at(-1)).toBe('written 5')
  })

  it('in chunks fails with the first failure and begins no more than the one under way', async () => {
    const begun: number[] = []
    const work = inChunks([0, 1, 2, 3, 4, 5], 1, async (_chunk, from) => {
      begun.push(from)
      await Promise.resolve()
      if (from === 1) throw new Error('the disk is full')
    })
    await expect(work).rejects.toThrow('the disk is full')
    expect(begun.length).toBeLessThanOrEqual(3)
  })

  it('in turns lets others in between slices, tells how far it is, and stops when it is called off', async () => {
    const calledOff = new AbortController()
    const told: number[] = []
    let others = 0
    const other = setInterval(() => others++, 0)
    const sum = { value: 0 }
    const slices = inSlices(
      Array.from({ length: 1000 }, (_, i) => i),
      'check',
      10,
      (i) => void (sum.value += i),
    )
    await inTurns(slices, { ...UNWATCHED, onProgress: ({ done }) => told.push(done) })
    clearInterval(other)
    expect([sum.value, told.length, told.at(-1)]).toEqual([499_500, 100, 1000])
    expect(others).toBeGreaterThan(0)
    const stopped = inTurns(
      inSlices([1, 2, 3], 'check', 1, (i) => i === 2 && calledOff.abort()),
      { ...UNWATCHED, signal: calledOff.signal },
    )
    await expect(stopped).rejects.toMatchObject({ code: 'cancelled' })
  })
})
