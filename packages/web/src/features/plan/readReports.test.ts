import { describe, expect, it } from 'vitest'
import { HOUR_MS } from '@jotbook/core'
import { readReports } from './readReports.ts'

const START = Date.UTC(2026, 10, 29, 13)
/** Seven to ten by the clock of the water. */
const span = { startMs: START, endMs: START + 3 * HOUR_MS, hours: [7, 8, 9] } as never
const now = START - 6 * HOUR_MS
// Made up: from 06Z on 5 m/s under a broken sky, from 14Z stronger with thunder about.
const TAF = 'TAF XVAL 290530Z 2906/3006 18010KT P6SM BKN040\n  FM291400 20020KT 4SM TSRA OVC030CB'
const METAR = 'METAR XVAL 290655Z 17006KT 10SM FEW030 12/08 Q1009'
const KNOT_MPS = 1852 / 3600

describe('a pasted weather text', () => {
  it('gives the hours of the plan wind and cloud by the forecast, and air and pressure as last reported', async () => {
    const { courses, station, thunder, remarks } = await readReports(`${TAF}\n${METAR}`, span, now)
    expect(station).toBe('XVAL')
    expect(thunder).toBe(true)
    expect(remarks).toEqual([])
    expect(courses.wind!.map(({ hour }) => hour)).toEqual([7, 8, 9])
    expect(courses.wind![0]!.value).toBeCloseTo(10 * KNOT_MPS, 1)
    expect(courses.wind![1]!.value).toBeCloseTo(20 * KNOT_MPS, 1)
    expect(courses.cloud!.map(({ value }) => value >= 60)).toEqual([true, true, true])
    expect(courses.air).toMatchObject([{ hour: 7, value: 12 }])
    expect(courses.pressure).toMatchObject([{ hour: 7, value: 1009 }])
  })

  it('is the less sure the older the last report is', async () => {
    const sd = async (clock: string): Promise<number> =>
      (await readReports(METAR.replace('290655', clock), span, START)).courses.air![0]!.sd!
    const [fresh, old] = [await sd('291255'), await sd('290655')]
    // Six hours more at 0.7 °C an hour (ours).
    expect(old - fresh).toBeCloseTo(6 * 0.7, 9)
  })

  it('says that a forecast is of other hours, and that nothing was found', async () => {
    const past = await readReports('TAF XVAL 280530Z 2806/2812 18010KT P6SM BKN040', span, now)
    expect(past.courses).toEqual({})
    expect(past.remarks).toHaveLength(2)
    const none = await readReports('sunny, they say', span, now)
    expect(none.courses).toEqual({})
    expect(none.station).toBeUndefined()
    expect(none.remarks.length).toBeGreaterThan(0)
  })
})
