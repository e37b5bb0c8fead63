import { describe, expect, it } from 'vitest'
import { IMPERIAL, METRIC, parseWhere } from '@jotbook/core'
import { CONDITIONS, bandText, conditionText, levelText, rangeText } from './words.ts'

const [temperature, clarity, sky, wind] = CONDITIONS

describe('the words of a question', () => {
  it('read bands in the book’s own units', () => {
    expect(bandText('temp_band', '45..50F', IMPERIAL)).toBe('45 to 50 °F')
    expect(bandText('temp_band', '45..50F', METRIC)).toBe('7.2 to 10 °C')
    expect([
      bandText('temp_band', '<35F', IMPERIAL),
      bandText('temp_band', '>=90F', IMPERIAL),
      bandText('temp_band', 'unknown', IMPERIAL),
    ]).toEqual(['under 35 °F', '90 °F and up', 'not known'])
    expect([
      bandText('clarity_band', 'very_clear', IMPERIAL),
      bandText('sky_band', 'clear', IMPERIAL),
      bandText('clarity_band', 'clear', IMPERIAL),
    ]).toEqual(['very clear', 'clear sky', 'clear'])
  })

  it('read ranges half-open, either side open', () => {
    expect([
      rangeText(0.3048, 1.2192, { stored: 'm', shown: 'ft', label: '' }),
      rangeText(null, 10, { stored: 'C', shown: 'F', label: '' }),
      rangeText(4.4704, null, { stored: 'mps', shown: 'mph', label: '' }),
    ]).toEqual(['1 to 4 ft', 'under 50 °F', '10 mph and up'])
  })

  it('read a condition by its range, its bands, or as open', () => {
    const where = parseWhere('water_temp_c=5..10;clarity_band=stained,clear;cloud_pct=80..')
    expect(conditionText(temperature!, where, IMPERIAL)).toBe('41 to 50 °F')
    expect(conditionText(clarity!, where, IMPERIAL)).toBe('stained or clear')
    expect(conditionText(sky!, where, IMPERIAL)).toBe('80 % cloud and up')
    expect(conditionText(wind!, where, IMPERIAL)).toBe('any wind')
  })

  it('name levels as one knows them', () => {
    const names = { lure: () => 'Grey' }
    const text = (column: string, level: string): string => levelText(column, level, names, IMPERIAL)
    expect([
      text('lure', 'id'),
      text('class', 'popper'),
      text('lure', 'unknown'),
      text('month', '3'),
      text('hour', '23'),
      text('stands_for', 'perch;trout'),
    ]).toEqual(['Grey', 'popper', 'not known', 'March', '23 to 0 o’clock', 'perch, trout'])
  })
})
