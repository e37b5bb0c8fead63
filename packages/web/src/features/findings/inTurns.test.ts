import { afterEach, expect, it, vi } from 'vitest'
import { inTurns } from './inTurns.ts'

afterEach(() => void vi.useRealTimers())

it('draws the first at once, all that comes meanwhile once, the last of it too, and nothing once it is over', () => {
  vi.useFakeTimers()
  const heard: number[] = []
  const drawn: number[][] = []
  const { soon, over } = inTurns(() => drawn.push([...heard]))
  const hear = (one: number): void => {
    heard.push(one)
    soon()
  }
  hear(1)
  hear(2)
  hear(3)
  expect(drawn).toEqual([[1]])
  vi.advanceTimersByTime(1000)
  expect(drawn).toEqual([[1], [1, 2, 3]])
  hear(4)
  hear(5)
  over()
  hear(6)
  vi.advanceTimersByTime(1000)
  expect(drawn).toEqual([[1], [1, 2, 3], [1, 2, 3, 4]])
})
