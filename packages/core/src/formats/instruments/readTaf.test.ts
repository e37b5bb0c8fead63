import { describe, expect, it } from 'vitest'
import { FORECAST_SD, readTaf, tafIssued } from './readTaf.ts'

const NOW = Date.UTC(2026, 10, 28, 12)
const KNOT = 0.514444
const at = (day: number, hour: number): number => Date.UTC(2026, 10, day, hour)

/** Made up after the groups of WMO No. 306, FM 51. */
const DAY =
  'TAF XVAL 281130Z 2812/2912 20008KT P6SM SCT040 FM281800 22012G20KT P6SM BKN035\n  BECMG 2822/2824 32006KT SKC TEMPO 2818/2821 4SM -RA OVC020 PROB30 2900/2904 30020KT 2SM TSRA='

function hourOf(text: string, day: number, hour: number) {
  const { forecasts } = readTaf(text, NOW)
  return forecasts[0]!.hours.find(({ timeMs }) => timeMs === at(day, hour))!
}

describe('a forecast of an airfield', () => {
  it('is read hour by hour: from, becoming, and what may come with its chance as spread', () => {
    const { forecasts, remarks } = readTaf(DAY, NOW)
    expect(remarks).toEqual([])
    expect(forecasts[0]).toMatchObject({ station: 'XVAL', fromMs: at(28, 12), toMs: at(29, 12), thunder: true })
    expect(forecasts[0]!.hours).toHaveLength(24)
    // From the beginning, and from 18 on.
    expect(hourOf(DAY, 28, 12).fields.windMps).toBeCloseTo(8 * KNOT, 1)
    expect(hourOf(DAY, 28, 12).sd.windMps).toBe(FORECAST_SD.windMps)
    expect(hourOf(DAY, 28, 21).fields.windMps).toBeCloseTo(12 * KNOT, 1)
    // TEMPO: cloud 75 % of the time as before, overcast for three tenths of it.
    const tempo = hourOf(DAY, 28, 19)
    expect(tempo.fields.cloudPct).toBeCloseTo(75 + 0.3 * 25)
    expect(tempo.sd.cloudPct).toBeCloseTo(Math.sqrt(20 ** 2 + 0.3 * 0.7 * 25 ** 2))
    // BECMG 22 to 24: at half past 22 a quarter of the way.
    const half = hourOf(DAY, 28, 22)
    const [before, after] = [Number(hourOf(DAY, 28, 21).fields.windMps), 3.1]
    expect(half.fields.windMps).toBeCloseTo(before + (after - before) / 4, 2)
    // PROB30: mean and spread of a mixture.
    const perhaps = hourOf(DAY, 29, 1)
    expect(perhaps.fields.windMps).toBeCloseTo(0.7 * 3.1 + 0.3 * 10.3, 2)
    expect(perhaps.sd.windMps).toBeCloseTo(Math.sqrt(1.5 ** 2 + 0.21 * 7.2 ** 2), 2)
    expect(hourOf(DAY, 29, 6).fields.windMps).toBeCloseTo(3.1)
  })

  it('takes rain that is expected throughout for rain, and rain that may come for none', () => {
    const rain = 'TAF XVAL 281130Z 2812/2818 20008KT 4000 RA OVC010 FM281500 20008KT 9999 SCT040'
    expect(hourOf(rain, 28, 13).fields.precipitation).toBe('rain')
    expect(hourOf(rain, 28, 16).fields).not.toHaveProperty('precipitation')
    expect(hourOf(DAY, 28, 19).fields).not.toHaveProperty('precipitation')
  })

  it.each([
    ['TAF XVAL 281130Z 2812/2912 CNL', 'cancelled'],
    ['TAF XVAL 281130Z NIL', 'NIL'],
    ['TAF XVAL 271130Z 2700/2712 20008KT 9999 SCT040', 'is over: it ended 24 hours ago'],
    ['TAF XVAL 281130Z 2812/2811 20008KT 9999', 'cannot be'],
    ['TAF XVAL 281130Z 2812/3912 20008KT 9999', 'cannot be'],
    ['TAF XVAL what the wind blew', 'cannot be read'],
    ['sunny, they say', 'should begin with TAF'],
    [`TAF XVAL ${'A'.repeat(2100)}`, 'Longer than any forecast'],
    ['TAF XVAL 281130Z 2812/2912 20099MPS 9999 SCT040', 'cannot be: not used'],
  ])('says what is wrong with %s', (text, said) => {
    const { forecasts, remarks } = readTaf(text, NOW)
    expect(remarks.map(({ message }) => message).join(' ')).toContain(said)
    expect(forecasts.flatMap(({ hours }) => hours.filter(({ fields }) => 'windMps' in fields))).toEqual([])
  })

  it('knows the month at its turn, and hour 24', () => {
    const { forecasts } = readTaf('TAF XVAL 302330Z 3024/0112 20008KT 9999', Date.UTC(2026, 10, 30, 23))
    expect(forecasts[0]).toMatchObject({ fromMs: Date.UTC(2026, 11, 1), toMs: Date.UTC(2026, 11, 1, 12) })
  })

  it('is of the nearest such day, for who reads it later than it was meant', () => {
    const old = 'TAF XVAL 141130Z 1412/1512 20008KT 9999 SCT040'
    expect(readTaf(old, NOW).forecasts).toEqual([])
    const issued = tafIssued(old, NOW)!
    expect(issued).toBe(at(14, 11) + 30 * 60_000)
    expect(readTaf(old, issued).forecasts).toHaveLength(1)
    expect(tafIssued('TAF XVAL NIL', NOW)).toBeUndefined()
  })
})
