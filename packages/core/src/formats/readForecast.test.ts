import { expect, it } from 'vitest'
import { readForecast } from './readForecast.ts'

it('reads hours in order of time, in any unit, each with its spread', () => {
  const hours = readForecast(
    [
      '\ufefftime,water_temp_f,wind_mph,wind_mph_sd,water_temp_f_sd,precipitation',
      '2026-10-10T09:00:00-05:00,50,10,5,3.6,rain',
      '',
      '2026-10-10T08:00:00-05:00,,0,,,',
    ].join('\n'),
  )
  expect(hours.map(({ timeMs }) => new Date(timeMs).toISOString())).toEqual([
    '2026-10-10T13:00:00.000Z',
    '2026-10-10T14:00:00.000Z',
  ])
  expect(hours[0]).toMatchObject({ fields: { windMps: 0 }, sd: {} })
  expect(hours[0]?.fields).not.toHaveProperty('waterTempC')
  expect(hours[1]?.fields).toEqual({
    waterTempC: expect.closeTo(10, 9) as number,
    windMps: expect.closeTo(4.4704, 9) as number,
    precipitation: 'rain',
  })
  // A spread has no zero of its own: 3.6 °F are 2 °C.
  expect(hours[1]?.sd).toEqual({
    waterTempC: expect.closeTo(2, 9) as number,
    windMps: expect.closeTo(2.2352, 9) as number,
  })
})

it.each([
  ['', 'The forecast has no column time.'],
  ['wind_mps\n3', 'The forecast has no column time.'],
  ['time,wind_mps', 'The forecast has no hour.'],
  ['time,humidity\n2026-10-10T08:00:00-05:00,3', 'The forecast’s column humidity is none of a reading’s.'],
  ['time,wind_mps\n,3', 'Line 2 has no time in column 1.'],
  ['time,wind_mps\n2026-10-10T08:00:00-05:00,strong', 'Line 2, wind_mps:'],
  ['time,wind_mps_sd\n2026-10-10T08:00:00-05:00,-1', 'Line 2, wind_mps: "-1" is no spread'],
  ['time,wind_mps\nsoon,3', 'Line 2, time:'],
  [`time\n${'2026-10-10T08:00:00-05:00\n'.repeat(241)}`, 'The forecast has 241 hours; at most 240 are read.'],
])('refuses %j in words', (text, said) => {
  expect(() => readForecast(text)).toThrow(said)
})
