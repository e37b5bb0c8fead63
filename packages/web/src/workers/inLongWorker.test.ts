import { expect, it } from 'vitest'
import { heardUntilOver } from './inLongWorker.ts'

it('hears no share of progress once the work is over', () => {
  const shares: number[] = []
  const { hear, over } = heardUntilOver((share: number) => shares.push(share))
  hear(0.5)
  over()
  hear(1)
  expect(shares).toEqual([0.5])
})
