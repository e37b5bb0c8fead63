import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { clockShiftsOf, shiftedFields, unshiftedFields } from './clockShift.ts'
import { conflictsOf, settledFields } from './conflicts.ts'
import { mergeChange } from './mergeChange.ts'
import type { Change, RecordState } from './mergeChange.ts'
import { restamp } from './replica.ts'
import { CLOCK_START, stampOf } from './stamps.ts'
import { inverseOf } from './inverseOf.ts'

const stamp = (ms: number, device: string): string => stampOf({ ms, counter: 0 }, device)
const change = (ms: number, device: string, fields: Change['fields'], over?: Change['over']): Change => ({
  id: `c-${ms}-${device}`,
  group: 'g',
  kind: 'strike',
  recordId: 'r',
  stamp: stamp(ms, device),
  fields,
  ...(over ? { over } : {}),
})
const first = mergeChange(undefined, change(1, 'a', { lengthMm: 400, outcome: 'landed' }))

describe('a conflict', () => {
  it('is two devices writing over the same value without knowing of each other, and keeps both', () => {
    const mine = mergeChange(first, change(5, 'a', { lengthMm: 410 }, { lengthMm: stamp(1, 'a') }))
    const theirs = change(4, 'b', { lengthMm: 380 }, { lengthMm: stamp(1, 'a') })
    expect(conflictsOf(mine, theirs)).toEqual([
      { field: 'lengthMm', kept: { value: 410, stamp: stamp(5, 'a') }, other: { value: 380, stamp: stamp(4, 'b') } },
    ])
  })

  it('is not one device after another, the same value twice, different fields, or a device of schema 1', () => {
    const knowing = change(5, 'b', { lengthMm: 380 }, { lengthMm: stamp(1, 'a') })
    expect([conflictsOf(first, knowing), settledFields(first, knowing)]).toEqual([[], ['lengthMm']])
    const moved = mergeChange(first, change(3, 'a', { lengthMm: 380 }, { lengthMm: stamp(1, 'a') }))
    expect(conflictsOf(moved, knowing)).toEqual([])
    expect(conflictsOf(moved, change(5, 'b', { outcome: 'lost' }, { outcome: stamp(1, 'a') }))).toEqual([])
    expect(conflictsOf(moved, change(5, 'b', { lengthMm: 300 }))).toEqual([])
  })

  it('comes out the same whichever of the two arrives first', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 99 }),
        fc.integer({ min: 2, max: 99 }),
        fc.nat(3),
        fc.nat(3),
        (msA, msB, a, b) => {
          const [one, two] = [
            change(msA, 'a', { lengthMm: 300 + a }, { lengthMm: stamp(1, 'a') }),
            change(msB, 'b', { lengthMm: 300 + b }, { lengthMm: stamp(1, 'a') }),
          ]
          expect(conflictsOf(mergeChange(first, one), two)).toEqual(conflictsOf(mergeChange(first, two), one))
        },
      ),
      { seed: 41 },
    )
  })

  it('knows changes of its own device that were stamped anew', () => {
    const unsent = [change(10, 'a', { lengthMm: 1 }), change(11, 'a', { lengthMm: 2 }, { lengthMm: stamp(10, 'a') })]
    const [one, two] = restamp(
      unsent.map((made, i) => ({ change: made, madeAtMs: 10 + i, seen: CLOCK_START })),
      5000,
      6000,
    )
    expect(two!.over).toEqual({ lengthMm: one!.stamp })
  })
})

describe('taking an edit back', () => {
  it('puts back only fields that still hold what was written, and deletes what it made', () => {
    const undoable = { before: { outcome: null, kept: null }, after: { outcome: 'landed', kept: true } }
    expect(inverseOf(undoable, { outcome: 'landed', kept: false }, 'now')).toEqual({ outcome: null })
    expect(inverseOf(undoable, { outcome: 'lost', kept: false }, 'now')).toBeUndefined()
    expect(inverseOf({ before: null, after: { outcome: 'landed' } }, { outcome: 'lost' }, 'now')).toEqual({
      deletedAt: 'now',
    })
    expect(inverseOf({ before: null, after: {} }, { deletedAt: 'then' }, 'now')).toBeUndefined()
  })
})

describe('the shift of a wrong clock', () => {
  const iso = (hour: number): string => new Date(Date.UTC(2026, 2, 14, hour)).toISOString()
  const state: RecordState = {
    fields: { start: iso(8), end: iso(9), note: iso(8) },
    stamps: { start: stamp(1, 'slow'), end: stamp(2, 'right'), note: stamp(1, 'slow') },
  }

  it('moves the times its device wrote, and no other', () => {
    const shifts = clockShiftsOf({ slow: 7200 })
    expect(shiftedFields('stint', state, shifts)).toEqual({ start: iso(10), end: iso(9), note: iso(8) })
    expect(shiftedFields('stint', state, undefined)).toBe(state.fields)
    expect(clockShiftsOf({ slow: 0 })).toBeUndefined()
  })

  it('is taken off again where that device writes, so that what is written is read back', () => {
    const written = unshiftedFields('strike', { time: iso(12), outcome: 'lost' }, 'slow', { slow: -3600 })
    expect(written).toEqual({ time: iso(13), outcome: 'lost' })
    expect(shiftedFields('strike', { fields: written, stamps: { time: stamp(3, 'slow') } }, { slow: -3600 }).time).toBe(
      iso(12),
    )
  })
})
