import { describe, expect, it } from 'vitest'
import { unitPreferences } from '@jotbook/core'
import { askedOf } from './plan.ts'
import { planOfLink, withPart } from './planLink.ts'

const UNITS = unitPreferences({ temperature: 'F', visibility: 'ft', wind: 'mph' })
const USUAL = { waterTempC: 12, visibilityM: 1 }
const asked = (link: string, usual = USUAL) =>
  askedOf(planOfLink(new URLSearchParams(link), { water: 'w', date: '2026-11-29' }), 'America/Chicago', UNITS, usual)

describe('a plan', () => {
  it('is asked hour by hour in the water’s own time, what is empty as it usually is, what changes along a line', () => {
    const found = asked('from=7&to=10&wind=2&windLater=12&sky=overcast')
    expect(found).toMatchObject({ asked: { water: 'w', rods: 6, objective: 'strikes' } })
    const hours = 'asked' in found ? found.asked.hours : []
    expect(hours.map(({ timeMs }) => new Date(timeMs).toISOString())).toEqual([
      '2026-11-29T13:00:00.000Z',
      '2026-11-29T14:00:00.000Z',
      '2026-11-29T15:00:00.000Z',
    ])
    expect(hours.map(({ fields }) => fields.windMps)).toEqual(
      [2, 7, 12].map((mph) => expect.closeTo(0.44704 * mph, 6) as number),
    )
    expect(hours[0]!.fields).toMatchObject({ waterTempC: 12, visibilityM: 1, cloudPct: 100 })
  })

  it('says nothing of what neither the forecast nor the book knows', () => {
    const found = asked('', {} as typeof USUAL)
    expect('asked' in found && found.asked.hours[0]?.fields).toEqual({})
  })

  it.each([
    ['from=15&to=7', 'The day ends before it begins.'],
    ['from=x', 'From cannot be read: write a plain number.'],
    ['rods=0', 'Rods cannot be read: write a plain number.'],
    ['rods=21', 'Rods cannot be read: write a plain number.'],
    ['temp=cold', 'Water cannot be read: write a plain number.'],
    ['windLater=--', 'Wind cannot be read: write a plain number.'],
  ])('in which %s stands says what is wrong', (link, wrong) => {
    expect(asked(link)).toEqual({ wrong })
  })

  it('lies in its link, and a link that says nonsense is as usual', () => {
    const otherwise = { water: 'w', date: '2026-11-29' }
    const link = withPart(new URLSearchParams('wind=3'), { locked: ['a', 'b'], wind: '', objective: 'big' })
    expect(link.toString()).toBe('locked=a%2Cb&objective=big')
    expect(planOfLink(link, otherwise)).toMatchObject({ locked: ['a', 'b'], objective: 'big', wind: '' })
    expect(planOfLink(new URLSearchParams('date=2026-02-31&objective=fame&sky=green'), otherwise)).toMatchObject({
      date: '2026-11-29',
      objective: 'strikes',
      sky: '',
    })
  })
})
