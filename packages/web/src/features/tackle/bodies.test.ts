import { describe, expect, it } from 'vitest'
import type { Lure } from '@jotbook/core'
import { bodiesOf, isFound, sortedLures, versionsOf } from './bodies.ts'

const lure = (id: string, fields: object): Lure => ({ id, name: id, class: 'popper', ...fields })
const grey = lure('grey', { body: 'p 65', back: 'grey', belly: 'white' })
const modified = lure('grey-2', {
  body: 'p 65',
  back: 'grey',
  belly: 'white',
  version: 'feathered',
  versionFrom: '2025-05-01',
})
const older = lure('grey-1', {
  body: 'p 65',
  back: 'grey',
  belly: 'white',
  version: 'bigger ring',
  versionFrom: '2024-05-01',
})
const green = lure('green', { body: 'p 65', back: 'green', belly: 'white' })
const alone = lure('alone', { class: 'tube' })

describe('the wall', () => {
  it('hangs the colours of a body together, classes in the order of the trade, and a lure without a body by itself', () => {
    const bodies = bodiesOf([alone, grey, green, lure('other', { class: 'tube' })], ['tube', 'popper'])
    expect(bodies.map(({ class: name, lures }) => [name, lures.map(({ id }) => id)])).toEqual([
      ['tube', ['alone']],
      ['tube', ['other']],
      ['popper', ['grey', 'green']],
    ])
  })
  it('knows versions by their look, the unmodified first, then by their day', () => {
    expect(versionsOf(modified, [green, modified, alone, older, grey]).map(({ id }) => id)).toEqual([
      'grey',
      'grey-1',
      'grey-2',
    ])
    expect(versionsOf(green, [green, modified, grey])).toEqual([green])
  })
  it('finds a lure by any of its words', () => {
    expect([isFound(modified, 'feathered POPPER'), isFound(modified, 'green'), isFound(modified, '')]).toEqual([
      true,
      false,
      true,
    ])
  })

  it('are sorted by what they gave, those without hours last, or by name', () => {
    const results = new Map([
      ['green', { row: { rate: 1.2, hours: 4 } }],
      ['grey', { row: { rate: 0.8, hours: 30 } }],
    ])
    const ids = (sort: 'rate' | 'hours' | 'name'): string[] =>
      sortedLures([alone, grey, green], sort, results).map(({ id }) => id)
    expect([ids('rate'), ids('hours'), ids('name')]).toEqual([
      ['green', 'grey', 'alone'],
      ['grey', 'green', 'alone'],
      ['alone', 'green', 'grey'],
    ])
  })
})
