import { expect, it } from 'vitest'
import { usualReadings } from './usualReadings.ts'

const reading = (trip: string, time: string, waterTempC: number) => ({
  id: `${trip}${time}`,
  trip,
  time: `${time}T12:00:00.000Z`,
  waterTempC,
})

it('the usual of a season is the median of the days around it in any year, here where it was read here, else anywhere', () => {
  const trips = [
    { id: 'here', water: 'w' },
    { id: 'there', water: 'x' },
  ]
  const winter = [
    reading('here', '2023-12-28', 4),
    reading('here', '2024-12-30', 6),
    reading('here', '2025-01-09', 5),
    reading('here', '2025-07-01', 27),
  ]
  const autumn = [
    reading('there', '2024-10-01', 18),
    reading('there', '2023-10-05', 20),
    reading('there', '2022-09-28', 19),
    reading('here', '2024-10-01', 3),
  ]
  const usual = (day: string) => usualReadings([...winter, ...autumn], trips, 'w', Date.parse(`${day}T12:00:00Z`))
  expect(usual('2026-01-01')).toEqual({ waterTempC: 5 })
  expect(usual('2026-10-01')).toEqual({ waterTempC: 18.5 })
  expect(usual('2026-05-01')).toEqual({})
})
