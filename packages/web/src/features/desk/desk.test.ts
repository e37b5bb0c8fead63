import { describe, expect, it } from 'vitest'
import { IMPERIAL } from '@jotbook/core'
import type { BoardRow, BookCurve, BookWithin } from '@jotbook/core'
import { axisOf, inOrder, rangeOn } from './axes.ts'
import { columnOfSides, compareAnswer, ratioRows, sideOf } from './compare.ts'
import { judged } from './evidence.ts'
import { leader, withoutLeader } from './leader.ts'
import { hoursOver, ofWater } from './over.ts'
import { picked, siOn, windowAnswer } from './when.ts'

const TEMPERATURE = axisOf(null)
const point = (x: number, rate: number, lower: number): BookCurve['points'][number] =>
  ({ x, rate, lower, upper: 2 * rate }) as BookCurve['points'][number]
const curve = (window: BookCurve['window'], more: Partial<BookCurve['restsOn']> = {}): BookCurve =>
  ({
    points: [point(4, 0.5, 0.2), point(7, 1.5, 1.1), point(8, 2, 1.4), point(9, 1.8, 1.2), point(12, 0.6, 0.3)],
    window,
    restsOn: { strikes: 40, hours: 40, trips: 9, tripIds: [], hoursUnknown: 2, ...more },
    along: [4, 7, 8, 9, 12].map((x) => ({ x, hours: 8, strikes: x })),
  }) as unknown as BookCurve
const said = (of: BookCurve) => windowAnswer([{ name: '', curve: of }], TEMPERATURE, IMPERIAL)

describe('what a curve says', () => {
  it('names the window in the book’s unit, and how far it may reach', () => {
    const { says, judgement, notes } = said(curve({ from: 8, to: 9 }))
    expect(says).toBe('Best at 46.4 to 48.2 °F: up to 2.00 an hour, against 1.00 all together.')
    expect(judgement).toBe('strong')
    expect(notes.join(' ')).toContain('perhaps 44.6 to 48.2 °F')
    expect(said(curve({ from: 9, to: 9 })).says).toBe('Best near 48 °F: up to 1.80 an hour, against 1.00 all together.')
    expect(said(curve({ from: 8.9, to: 9.1 })).says).toMatch(/^Best near 48 °F/)
    expect(said(curve({ from: 8.6, to: 9.1 })).says).toMatch(/^Best at 47.5 to 48.4 °F/)
  })

  it('says that nothing stands out, or that it is too early, where that is so', () => {
    expect(said(curve(null))).toMatchObject({ judgement: 'leaning' })
    expect(said(curve(null)).says).toMatch(/^No water temperature stands out.*near 46 °F/)
    expect(said(curve({ from: 8, to: 9 }, { trips: 2 })).judgement).toBe('too early')
  })

  it('holds what lies in a stretch, typed in the unit that is read', () => {
    expect(picked(curve(null), siOn(TEMPERATURE, IMPERIAL, 44), siOn(TEMPERATURE, IMPERIAL, 49))).toEqual({
      hours: 24,
      strikes: 24,
    })
    expect(rangeOn(axisOf('cloud_pct'), IMPERIAL, 20, 80)).toBe('20 to 80 %')
    expect(inOrder('season', ['summer', 'unknown', 'winter'])).toEqual(['winter', 'summer', 'unknown'])
    expect(inOrder('temp_band', ['50..55F', '<35F'])).toEqual(['<35F', '50..55F'])
  })
})

const NAMES = { a: 'tube', b: 'hair jig' }
const within = (verdict: BookWithin['verdict'], ratio: number, crudeAll: number): BookWithin =>
  ({
    verdict,
    within: { ratio, lower: ratio / 2, upper: ratio * 2 },
    crude: { ratio: crudeAll, lower: 1, upper: 3 },
    other: null,
    crudeAll,
    shareOfDay: crudeAll === 1.4 ? 0.16 : 0.9,
    trips: 8,
    oneSided: 3,
    hours: { a: 10, b: 12 },
    strikes: { a: 9, b: 8 },
    switches: { planned: 0, blank: 0, unknown: 0 },
  }) as unknown as BookWithin

describe('lure or day', () => {
  it('names the better one first, and the days where they made the difference', () => {
    expect(compareAnswer(within('strong', 0.5, 0.5), NAMES).says).toBe(
      'hair jig brings 2.00 times as many strikes as tube.',
    )
    const days = compareAnswer(within('no difference shown', 1.05, 1.8), NAMES)
    expect(days.says).toMatch(/^tube has 1\.80 times .* mostly the days/)
    expect(days.notes).toContain('90% of the plain difference is the days’.')
    // Most of it is left when the day is taken out: then it is not the days.
    expect(compareAnswer(within('no difference shown', 1.32, 1.4), NAMES).says).toMatch(/^No difference/)
    expect(compareAnswer(within('cannot tell', 1, 1), NAMES).notes.join(' ')).toMatch(/fish both.*Test two rods/)
  })

  it('shows fish only where there are enough of them, and knows when both sides are of one column', () => {
    const early = { of: 'size' as const, found: within('too early', 3, 3) }
    expect(ratioRows(within('strong', 2, 2), [early]).map(({ ratio }) => ratio)).toEqual([2, 2, 2, null])
    const one = [{ kind: 'oneOf' as const, column: 'lure', values: ['x'] }]
    expect(columnOfSides(one, one)).toBe('lure')
    expect(columnOfSides(one, [{ kind: 'range', column: 'wind_mps', from: 1, to: 2 }])).toBeUndefined()
    expect(sideOf('lure', 'x')).toBe('lure=x')
  })
})

describe('how sure', () => {
  it('counts all changes that may be picked from: of twenty, one at 4 in 100 is none', () => {
    const one = (pValue: number) =>
      ({
        inside: { events: 9, exposureHours: 9 },
        outside: { events: 9, exposureHours: 9 },
        trips: 4,
        ratio: { pValue },
      }) as unknown as Parameters<typeof judged>[0][number]
    expect(judged([one(0.04)])).toEqual(['strong'])
    expect(judged([one(0.04), ...Array.from({ length: 19 }, () => one(0.9))])[0]).toBe('no difference shown')
    const thin = { ...one(0.001), trips: 2 }
    expect(judged([thin, one(0.04)])).toEqual(['too early', 'strong'])
  })

  it('takes the leader from the board’s own judgement, and none that nobody told', () => {
    const row = (level: string, strength: string, better: boolean, shrunken: number): BoardRow =>
      ({ group: [level], strength, better, shrunken, tooEarly: strength === 'too early' }) as unknown as BoardRow
    const rows = [
      row('unknown', 'strong', true, 9),
      row('a', 'leaning', true, 5),
      row('b', 'strong', true, 3),
      row('c', 'strong', false, 1),
    ]
    expect(leader(rows)).toMatchObject({ row: { group: ['b'] }, judgement: 'strong' })
    expect(leader([row('a', 'no difference shown', true, 5)])).toBeUndefined()
    expect([withoutLeader([row('a', 'too early', true, 1)]), withoutLeader(rows)]).toEqual([
      'too early',
      'no difference shown',
    ])
  })
})

describe('curves over each other', () => {
  it('are the hours of the question but for what each says otherwise, the water named once', () => {
    const where = [
      { kind: 'oneOf', column: 'water', values: ['w'] },
      { kind: 'oneOf', column: 'lure', values: ['a'] },
    ] as const
    expect(hoursOver(where, 'lure=b;wind_mps=4..')).toEqual([
      where[0],
      { kind: 'oneOf', column: 'lure', values: ['b'] },
      { kind: 'range', column: 'wind_mps', from: 4, to: null },
    ])
    expect(ofWater('water=w;sky_band=clear')).toBe('sky_band=clear')
  })
})
