import { expect, it } from 'vitest'
import { LastAnswers } from './lastAnswers.ts'

it('asks once for what was asked of late, again for what is long ago, of another revision, or failed', async () => {
  const last = new LastAnswers<string>(2)
  const asked: string[] = []
  const ask = (water: string, revision = 1): Promise<string> =>
    last.answer({ water, revision }, () => {
      asked.push(`${water} ${revision}`)
      return water === 'none' ? Promise.reject(new Error('no hour')) : Promise.resolve(water)
    })
  expect([await ask('lake'), await ask('pond'), await ask('lake')]).toEqual(['lake', 'pond', 'lake'])
  expect(asked).toEqual(['lake 1', 'pond 1'])
  // The pond was asked for longest ago.
  await ask('river')
  await ask('lake')
  await ask('pond')
  await ask('pond', 2)
  expect(asked.slice(2)).toEqual(['river 1', 'pond 1', 'pond 2'])
  await expect(ask('none')).rejects.toThrow('no hour')
  await expect(ask('none')).rejects.toThrow('no hour')
  expect(asked.slice(5)).toEqual(['none 1', 'none 1'])
})
