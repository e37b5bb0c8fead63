import { describe, expect, it } from 'vitest'
import { IMPERIAL } from '@jotbook/core'
import { readLines } from './readLines.ts'
import type { LineContext } from './readLines.ts'

const ZONE = 'America/Chicago'
const utc = (text: string): number => Date.parse(text)
/** From 6:30 in the evening to half past one at night. */
const NIGHT: LineContext = {
  units: IMPERIAL,
  zone: ZONE,
  fromMs: utc('2026-03-14T23:30:00Z'),
  toMs: utc('2026-03-15T06:30:00Z'),
  timeOptional: false,
}
const read = (lines: string, context = NIGHT) => readLines(lines, context)

describe('lines of a stint', () => {
  it('take the day, the night after, or the other half of the day, whichever lies inside', () => {
    const [evening, seven, night] = read('19:05 la\n705 mi\n0:40 lo')
    expect([evening, seven, night].map((line) => line!.fields?.time)).toEqual([
      '2026-03-15T00:05:00.000Z',
      '2026-03-15T00:05:00.000Z',
      '2026-03-15T05:40:00.000Z',
    ])
    // What was not meant as typed says how it was read.
    expect([evening!.notice, seven!.notice !== undefined]).toEqual([undefined, true])
  })

  it('keep what is not understood where it stands, and have no strike of it', () => {
    const [line] = read('7.20 gone for good')
    expect(line).toMatchObject({ typed: '7.20 gone for good', problem: expect.stringContaining('gone') as string })
    expect(line!.fields).toBeUndefined()
    expect(line!.misread.map(({ from, to }) => line!.typed.slice(from, to)).join(' ')).toContain('gone')
  })

  it('need a time inside a stint, but not within a trip of mere hours', () => {
    expect(read('landed 15in')[0]).toMatchObject({ problem: 'Start the line with the time, such as 9:42.' })
    expect(read('9 am la')[0]).toMatchObject({ problem: 'This time is outside the stint.' })
    const [line] = read('landed 15in', { ...NIGHT, timeOptional: true })
    expect(line!.fields).toMatchObject({
      time: '2026-03-14T23:30:00.000Z',
      timeUnknown: true,
      outcome: 'landed',
      lengthMm: 381,
      lengthMmTyped: '15 in',
    })
  })

  it('pass over blank lines and take the hour that a change of clocks repeats once', () => {
    const autumn: LineContext = { ...NIGHT, fromMs: utc('2026-11-01T05:00:00Z'), toMs: utc('2026-11-01T09:00:00Z') }
    const lines = read('\n 1:30 la \n\n', autumn)
    expect(lines).toHaveLength(1)
    expect(['2026-11-01T06:30:00.000Z', '2026-11-01T07:30:00.000Z']).toContain(lines[0]!.fields!.time)
  })
})
