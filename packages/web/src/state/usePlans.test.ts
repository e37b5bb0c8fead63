import { describe, expect, it } from 'vitest'
import { savedPlan } from './usePlans.ts'

const hour = { timeMs: 0, fields: { windMps: 3 }, sd: {} }
const asked = { water: 'elsewhere', hours: [hour], rods: 6, objective: 'strikes', locked: [], excluded: [] }
const plan = (forecast: unknown) => savedPlan({ id: 'p', water: 'w', date: '2026-11-29', setups: ['a', 'b'], forecast })

describe('a plan that another device wrote', () => {
  it('is read as it was saved, on its own water', () => {
    const rods = [{ lure: 'b', rate: 1, lower: 0.5, upper: 2 }]
    const read = plan({ link: 'rods=6', value: 1.2, rods, asked })
    expect(read).toMatchObject({ link: 'rods=6', value: 1.2, asked: { water: 'w', rods: 6 } })
    expect(read.rods.map(({ lure, rate }) => [lure, rate])).toEqual([
      ['a', NaN],
      ['b', 1],
    ])
  })

  it.each([
    [null],
    ['text'],
    [{ asked: null, rods: [null, 3], link: 7, value: 'much' }],
    [{ asked: { ...asked, hours: [] } }],
    [{ asked: { ...asked, hours: [{ ...hour, fields: null }] } }],
    [{ asked: { ...asked, hours: [null] } }],
    [{ asked: { ...asked, hours: Array(60_000).fill(hour) } }],
    [{ asked: { ...asked, rods: 1e9 } }],
    [{ asked: { ...asked, objective: 'fame' } }],
  ])('asks nothing of the model where it says nonsense: %#', (forecast) => {
    expect(plan(forecast)).toMatchObject({ asked: undefined, rods: [{ lure: 'a' }, { lure: 'b' }] })
  })
})
