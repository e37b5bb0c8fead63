import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { demoBundle } from './book.ts'

describe('the demo book', () => {
  it('is what its seed makes', () => {
    for (const [name, text] of demoBundle()) expect(readFileSync(new URL(`bundle/${name}`, import.meta.url), 'utf8'), name).toBe(text)
  })
  it('is another with another seed', () => {
    expect(demoBundle(2).get('strikes.csv')).not.toBe(demoBundle().get('strikes.csv'))
  })
})
