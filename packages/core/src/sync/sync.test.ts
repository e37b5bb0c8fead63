import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  CLOCK_START,
  MAX_AHEAD_MS,
  batchesOf,
  clockOffsetMs,
  laterOf,
  mergeChange,
  mergeStates,
  parseStamp,
  restamp,
  stampOf,
  tick,
  withPending,
  witness,
} from './index.ts'
import type { Change, ClockState, RecordState, UnsentChange } from './index.ts'

const RECORDS = ['r1', 'r2', 'r3']
const FIELDS = ['a', 'b', 'deletedAt']

/** A device of the model: its clock may be wrong by hours; it holds what the server confirmed and what it has not yet sent. */
interface Device {
  name: string
  skewMs: number
  clock: ClockState
  seen: ClockState
  confirmed: Map<string, RecordState>
  outbox: (UnsentChange & { sent: boolean })[]
  cursor: number
}
interface Server {
  log: Change[]
  states: Map<string, RecordState>
}

type Step =
  | { do: 'edit'; device: number; record: string; fields: Record<string, string> }
  | { do: 'push'; device: number; lost: boolean }
  | { do: 'pull'; device: number; most: number }
  | { do: 'set clock'; device: number; skewMs: number }

const stepArb: fc.Arbitrary<Step> = fc.oneof(
  fc.record({
    do: fc.constant('edit' as const),
    device: fc.nat(2),
    record: fc.constantFrom(...RECORDS),
    fields: fc.dictionary(fc.constantFrom(...FIELDS), fc.string({ maxLength: 3 }), { minKeys: 1 }),
  }),
  fc.record({ do: fc.constant('push' as const), device: fc.nat(2), lost: fc.boolean() }),
  fc.record({ do: fc.constant('pull' as const), device: fc.nat(2), most: fc.integer({ min: 1, max: 4 }) }),
  fc.record({
    do: fc.constant('set clock' as const),
    device: fc.nat(2),
    skewMs: fc.integer({ min: -90_000_000, max: 90_000_000 }),
  }),
)

function edit(device: Device, record: string, fields: Record<string, string>, nowMs: number, id: number): void {
  const madeAtMs = nowMs + device.skewMs
  device.clock = tick(device.clock, madeAtMs)
  const change: Change = {
    id: `${id}`,
    group: `${id}`,
    kind: 'trip',
    recordId: record,
    stamp: stampOf(device.clock, device.name),
    fields,
  }
  device.outbox.push({ change, madeAtMs, seen: device.seen, sent: false })
}

function receive(server: Server, changes: readonly Change[], nowMs: number): void {
  const known = new Set(server.log.map(({ id }) => id))
  for (const change of changes) {
    if (known.has(change.id)) continue
    if (parseStamp(change.stamp).ms > nowMs + MAX_AHEAD_MS) throw new Error('clock-ahead')
    server.log.push(change)
    server.states.set(change.recordId, mergeChange(server.states.get(change.recordId), change))
  }
}

/** The answer may be lost: then the device sends the same changes again. */
function push(device: Device, server: Server, lost: boolean, nowMs: number): void {
  const unsent = device.outbox.filter(({ sent }) => !sent)
  const stamped = restamp(unsent, -device.skewMs, nowMs)
  unsent.forEach(
    (entry, i) => (device.outbox[device.outbox.indexOf(entry)] = { ...entry, change: stamped[i]!, sent: true }),
  )
  for (const { stamp } of stamped) device.seen = witness(device.seen, stamp)
  receive(
    server,
    device.outbox.map(({ change }) => change),
    nowMs,
  )
  if (lost) return
  for (const { change } of device.outbox)
    device.confirmed.set(change.recordId, mergeChange(device.confirmed.get(change.recordId), change))
  device.outbox = []
}

function pull(device: Device, server: Server, most: number): void {
  for (const change of server.log.slice(device.cursor, device.cursor + most)) {
    device.confirmed.set(change.recordId, mergeChange(device.confirmed.get(change.recordId), change))
    device.seen = witness(device.seen, change.stamp)
    device.clock = laterOf(device.clock, device.seen)
    device.cursor++
  }
}

describe('the change protocol', () => {
  it('brings every device and the server to the same book, nothing lost, nothing twice, whatever order things happen in', () => {
    fc.assert(
      fc.property(
        fc.array(stepArb, { maxLength: 60 }),
        fc.array(fc.integer({ min: -7_200_000, max: 7_200_000 }), { minLength: 3, maxLength: 3 }),
        (steps, skews) => {
          const devices = skews.map((skewMs, i): Device => ({
            name: `d${i}`,
            skewMs,
            clock: CLOCK_START,
            seen: CLOCK_START,
            confirmed: new Map(),
            outbox: [],
            cursor: 0,
          }))
          const server: Server = { log: [], states: new Map() }
          steps.forEach((step, i) => {
            const device = devices[step.device]!
            if (step.do === 'edit') edit(device, step.record, step.fields, 1_800_000_000_000 + i * 1000, i)
            else if (step.do === 'push') push(device, server, step.lost, 1_800_000_000_000 + i * 1000)
            else if (step.do === 'pull') pull(device, server, step.most)
            else device.skewMs = step.skewMs
          })
          for (const device of devices) push(device, server, false, 1_900_000_000_000)
          for (const device of devices) pull(device, server, Infinity)
          const edits = steps.flatMap((step, i) => (step.do === 'edit' ? [`${i}`] : []))
          expect(server.log.map(({ id }) => id).sort()).toEqual(edits.sort())
          for (const device of devices)
            expect(Object.fromEntries(device.confirmed)).toEqual(Object.fromEntries(server.states))
        },
      ),
      { numRuns: 300 },
    )
  })

  it('merges field by field, the later stamp winning, in any order and any number of times', () => {
    const changeArb = fc.record({
      stamp: fc.integer({ min: 0, max: 5 }).map((n) => stampOf({ ms: n, counter: 0 }, 'd')),
      fields: fc.dictionary(fc.constantFrom(...FIELDS), fc.integer()),
    })
    fc.assert(
      fc.property(fc.array(changeArb, { minLength: 1 }), fc.integer(), (changes, seed) => {
        const merged = (list: typeof changes): RecordState =>
          list.reduce<RecordState>(mergeChange, { fields: {}, stamps: {} })
        const shuffled = [...changes, ...changes].sort(
          (a, b) => Math.sin(seed + changes.indexOf(a)) - Math.sin(seed + changes.indexOf(b)),
        )
        expect(merged(shuffled)).toEqual(merged(changes))
        const half = Math.floor(changes.length / 2)
        expect(mergeStates(merged(changes.slice(0, half)), merged(changes.slice(half)))).toEqual(merged(changes))
      }),
    )
  })
})

describe('the offset of a clock', () => {
  it('is the least that puts the server’s time between question and answer, and unknown where the clock was set back meanwhile', () => {
    fc.assert(
      fc.property(fc.nat(1e6), fc.nat(1e6), fc.integer({ min: -1e6, max: 2e6 }), (asked, took, server) => {
        const offset = clockOffsetMs(asked, asked + took, server) ?? NaN
        expect(asked + offset).toBeLessThanOrEqual(server)
        expect(asked + took + offset).toBeGreaterThanOrEqual(server)
        if (server >= asked && server <= asked + took) expect(offset).toBe(0)
      }),
    )
    expect(clockOffsetMs(86_400_000, 5, 10)).toBeUndefined()
  })
})

describe('stamps', () => {
  it('sort as strings in the order in which they were given, even when the clock stands still or runs back', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 2 ** 47 }), { minLength: 2 }), (times) => {
        let clock = CLOCK_START
        const stamps = times.map((ms) => stampOf((clock = tick(clock, ms)), 'd'))
        expect([...stamps].sort()).toEqual(stamps)
        expect(new Set(stamps).size).toBe(stamps.length)
      }),
    )
  })

  it('of a phone set to 2030 come back to the present before they are first sent, behind what it had seen and no further', () => {
    const change: Change = {
      id: '1',
      group: '1',
      kind: 'trip',
      recordId: 'r',
      fields: {},
      stamp: stampOf({ ms: Date.UTC(2030, 0), counter: 3 }, 'd'),
    }
    const now = Date.UTC(2026, 0)
    const offset = now - Date.UTC(2030, 0)
    const seenLater = { ms: now + 5000, counter: 2 }
    const stamps = restamp(
      [
        { change, madeAtMs: Date.UTC(2030, 0), seen: CLOCK_START },
        { change, madeAtMs: Date.UTC(2030, 0), seen: CLOCK_START },
        { change, madeAtMs: Date.UTC(2030, 0) + 1000, seen: seenLater },
      ],
      offset,
      now + 1000,
    )
    expect(stamps.map(({ stamp }) => parseStamp(stamp))).toEqual([
      { ms: now, counter: 0, device: 'd' },
      { ms: now, counter: 1, device: 'd' },
      { ms: now + 5000, counter: 3, device: 'd' },
    ])
  })
})

describe('a device’s own view', () => {
  it('is the confirmed record with pending changes on top, and falls back when a change is refused', () => {
    const change = (stamp: number, fields: Record<string, string>): Change => ({
      id: '1',
      group: 'g',
      kind: 'trip',
      recordId: 'r',
      stamp: stampOf({ ms: stamp, counter: 0 }, 'd'),
      fields,
    })
    const confirmed = mergeChange(undefined, change(1, { a: 'old', b: 'kept' }))
    expect(withPending(confirmed, [change(2, { a: 'new' })])?.shown.fields).toEqual({ a: 'new', b: 'kept' })
    expect(withPending(confirmed, [])?.shown).toEqual(confirmed)
    expect(withPending(null, [])).toBeNull()
  })

  it('packs whole groups into batches', () => {
    const of = (group: string, n: number): Change[] =>
      Array.from({ length: n }, (_, i) => ({
        id: `${group}${i}`,
        group,
        kind: 'trip',
        recordId: 'r',
        stamp: '',
        fields: {},
      }))
    expect(
      batchesOf([...of('a', 2), ...of('b', 2), ...of('c', 9), ...of('d', 1)], 4).map((batch) => batch.length),
    ).toEqual([4, 9, 1])
  })
})
