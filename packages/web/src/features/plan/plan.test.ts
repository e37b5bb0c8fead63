import { describe, expect, it } from 'vitest'
import { unitPreferences } from '@jotbook/core'
import { readCourse, sdAt, valueAt, withPin, writeCourse } from './course.ts'
import { askedOf } from './plan.ts'
import { linkOf, planOfLink, withPart } from './planLink.ts'

const UNITS = unitPreferences({ temperature: 'F', visibility: 'ft', wind: 'mph' })
const USUAL = { waterTempC: 12, visibilityM: 1, pressureHpa: 1013 }
const OTHERWISE = { water: 'w', date: '2026-11-29' }
const asked = (link: string, usual = USUAL) =>
  askedOf(planOfLink(new URLSearchParams(link), OTHERWISE), 'America/Chicago', UNITS, usual)

describe('a plan', () => {
  it('is asked hour by hour in the water’s own time, what is empty as it usually is, what changes along a line', () => {
    const found = asked('from=7&to=10&wind=7:1,9:5:2&cloud=8:100')
    expect(found).toMatchObject({ asked: { water: 'w', rods: 6, objective: 'strikes' } })
    const hours = 'asked' in found ? found.asked.hours : []
    expect(hours.map(({ timeMs }) => new Date(timeMs).toISOString())).toEqual([
      '2026-11-29T13:00:00.000Z',
      '2026-11-29T14:00:00.000Z',
      '2026-11-29T15:00:00.000Z',
    ])
    expect(hours.map(({ fields }) => fields.windMps)).toEqual([1, 3, 5])
    expect(hours.map(({ sd }) => sd.windMps)).toEqual([2, 2, 2])
    // A usual pressure is not said: it would tell that no front comes.
    expect(hours[0]!.fields).toEqual({ waterTempC: 12, visibilityM: 1, windMps: 1, cloudPct: 100 })
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
  ])('in which %s stands says what is wrong', (link, wrong) => {
    expect(asked(link)).toEqual({ wrong })
  })

  it('lies in its link, and a link that says nonsense is as usual', () => {
    const link = withPart(new URLSearchParams('wind=7:3'), {
      locked: ['a', 'b'],
      courses: { wind: [] },
      objective: 'big',
    })
    expect(link.toString()).toBe('locked=a%2Cb&objective=big')
    const plan = planOfLink(link, OTHERWISE)
    expect(plan).toMatchObject({ locked: ['a', 'b'], objective: 'big', courses: { wind: [] } })
    expect(planOfLink(linkOf(plan), { water: 'x', date: '2020-01-01' })).toEqual(plan)
    expect(
      planOfLink(new URLSearchParams('date=2026-02-31&objective=fame&wind=9,25:1,7:a,8:900'), OTHERWISE),
    ).toMatchObject({ date: '2026-11-29', objective: 'strikes', courses: { wind: [] } })
    // An emptied cell stays empty.
    expect(planOfLink(withPart(new URLSearchParams(), { rods: '' }), OTHERWISE).rods).toBe('')
  })
})

describe('the course of a condition', () => {
  const course = readCourse('12:6,7:2:0.5', 'wind')

  it('runs along lines between its pins and stays outside of them', () => {
    expect([6, 7, 9.5, 12, 15].map((hour) => valueAt(course, hour))).toEqual([2, 2, 4, 6, 6])
    expect(valueAt([], 9)).toBeUndefined()
    expect([7, 12].map((hour) => sdAt(course, hour, 'wind'))).toEqual([0.5, 0.5])
    expect(sdAt([], 7, 'wind')).toBe(1.5)
  })

  it('is written and read back, a pin put, moved and taken away', () => {
    expect(writeCourse(course)).toBe('7:2:0.5,12:6')
    expect(readCourse(writeCourse(course), 'wind')).toEqual(course)
    expect(writeCourse(withPin(withPin(course, 9, 3), 12, undefined))).toBe('7:2:0.5,9:3')
  })
})
