import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  HOUR_MS,
  dayMarks,
  epochMs,
  isoInZone,
  localParts,
  hourMarks,
  offsetZone,
  parseClock,
  parseInstant,
  resolveWallTime,
} from './index.ts'
import type { EpochMs } from './index.ts'

const ZONE = 'America/Chicago'

it('lets no length of time pass for an instant', () => {
  const start: EpochMs = epochMs('2026-03-14T06:30:00Z')
  // @ts-expect-error An hour is no time of day; the types are checked with everything else.
  const mistaken: EpochMs = HOUR_MS
  const later: EpochMs = start + HOUR_MS
  expect([later - start, mistaken]).toEqual([HOUR_MS, HOUR_MS])
})

describe('parseInstant', () => {
  it('reads ISO 8601 with an offset and nothing else', () => {
    expect(parseInstant('2026-03-14T06:30:00-05:00')).toBe(Date.UTC(2026, 2, 14, 11, 30))
    expect(parseInstant('2026-03-14 06:30Z')).toBe(Date.UTC(2026, 2, 14, 6, 30))
    for (const bad of ['2026-03-14T06:30:00', '2026-02-30T06:30:00Z', '2026-03-14T25:00:00Z', '03/04/2026', ''])
      expect(parseInstant(bad)).toBeUndefined()
  })

  it('keeps times that were read, each under its own spelling, and no text that is none', () => {
    const texts = fc.array(
      fc.oneof(
        fc.date({ min: new Date(0), max: new Date(4e12), noInvalidDate: true }).map((date) => date.toISOString()),
        fc.constantFrom('2026-03-14 06:30Z', '', '2026'),
      ),
    )
    fc.assert(
      fc.property(texts, (asked) => {
        for (const text of asked) {
          if (parseInstant(text) === undefined) expect(() => epochMs(text)).toThrow(RangeError)
          else expect(epochMs(text)).toBe(parseInstant(text))
        }
      }),
    )
  })

  it('reads the spelling that is stored as the calendar has it, and nothing that only looks like it', () => {
    const stored = fc
      .integer({ min: -62_135_596_800_000, max: 253_402_300_799_999 })
      .map((ms) => new Date(ms).toISOString())
    fc.assert(fc.property(stored, (text) => void expect(parseInstant(text)).toBe(Date.parse(text))))
    for (const bad of [
      '2026-02-30T06:30:00.000Z',
      '2026-13-01T00:00:00.000Z',
      '2026-0a-01T00:00:00.000Z',
      '2026-0:-01T00:00:00.000Z',
      '2026-01-01T24:00:00.000Z',
    ]) {
      expect(parseInstant(bad), bad).toBeUndefined()
    }
  })

  it('reads back what is written in any zone', () => {
    const zones = fc.constantFrom(
      'America/Chicago',
      'Asia/Kolkata',
      'Pacific/Chatham',
      'Europe/Berlin',
      'UTC',
      '+05:45',
    )
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 4e12 }),
        zones,
        (ms, zone) => void expect(parseInstant(isoInZone(ms, zone))).toBe(ms),
      ),
    )
  })
})

describe('parseClock', () => {
  it.each([
    ['630', 6, 30],
    ['6:30', 6, 30],
    ['0630', 6, 30],
    ['18.30', 18, 30],
    ['6:30 pm', 18, 30],
    ['12:15am', 0, 15],
    ['7', 7, 0],
    ['1015', 10, 15],
  ])('understands %s', (text, hour, minute) => {
    expect(parseClock(text)).toEqual({ hour, minute })
  })
  it.each(['', '2500', '6:75', '13 pm', 'soon', '12345'])('does not understand "%s"', (text) => {
    expect(parseClock(text)).toBeUndefined()
  })
})

describe('resolveWallTime', () => {
  it('tells a time that comes twice, once and never', () => {
    // US rules: clocks go back on 2026-11-01 at 2:00 and forward on 2026-03-08 at 2:00.
    expect(resolveWallTime('2026-11-01', { hour: 1, minute: 30 }, ZONE)).toEqual({
      kind: 'twice',
      ms: Date.UTC(2026, 10, 1, 6, 30),
      laterMs: Date.UTC(2026, 10, 1, 7, 30),
    })
    expect(resolveWallTime('2026-03-08', { hour: 2, minute: 30 }, ZONE).kind).toBe('skipped')
    expect(resolveWallTime('2026-03-14', { hour: 6, minute: 30 }, ZONE)).toEqual({
      kind: 'once',
      ms: Date.UTC(2026, 2, 14, 11, 30),
    })
  })
})

describe('hourMarks', () => {
  it('falls on whole local hours through a change of clocks and in zones of half hours', () => {
    const from = Date.UTC(2026, 10, 1, 4, 10)
    const marks = hourMarks(from, from + 6 * 3_600_000, ZONE)
    expect(marks.map((ms) => localParts(ms, ZONE).hour)).toEqual([0, 1, 1, 2, 3, 4])
    expect(
      hourMarks(from, from + 3_600_000, 'Asia/Kolkata').map((ms) => localParts(ms, 'Asia/Kolkata').minute),
    ).toEqual([0])
  })
  it('marks where a local day begins, and nothing within one', () => {
    const evening = Date.UTC(2026, 2, 15, 2)
    expect(dayMarks(evening, evening + 26 * 3_600_000, ZONE).map((ms) => isoInZone(ms, ZONE))).toEqual([
      '2026-03-15T00:00:00-05:00',
    ])
    expect(dayMarks(evening, Date.UTC(2026, 2, 15, 5), ZONE)).toEqual([])
    expect(dayMarks(Date.UTC(2026, 11, 31, 12), Date.UTC(2027, 0, 2, 12), 'UTC')).toHaveLength(2)
  })
  it('keeps the offset a time was written with as a zone', () => {
    expect([offsetZone('2026-03-14T06:30:00-0530'), offsetZone('2026-03-14T06:30:00Z')]).toEqual(['-05:30', 'UTC'])
  })
})
