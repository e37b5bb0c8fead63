import 'fake-indexeddb/auto'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { layRod, takeOffRod } from '@jotbook/core/deck'
import type { DeckDay, DeckEdit } from '@jotbook/core/deck'
import { commit, newId, recordsOfTrip } from '../../offline/index.ts'
import { DeckSession, deckNow, wakeClock } from './deckSession.ts'

const BOOK = newId()
const dayOf = (trip: string): DeckDay => ({
  trip: { id: trip, water: 'w', start: new Date().toISOString() },
  stints: [],
  strikes: [],
  readings: [],
})
const struck = (trip: string, id: string): DeckEdit => ({
  kind: 'strike',
  id,
  fields: { trip, time: new Date().toISOString(), pitch: 0 },
})
const onePitchMore =
  (id: string) =>
  (ahead: DeckDay): DeckEdit[] => [
    { kind: 'strike', id, fields: { pitch: 1 + (ahead.strikes.find((one) => one.id === id)?.pitch ?? 0) } },
  ]

beforeEach(() => vi.useFakeTimers({ toFake: ['Date'] }))
afterEach(() => vi.useRealTimers())

describe('taps', () => {
  it('are each built on all before it, whatever the store was read to hold meanwhile', async () => {
    const [trip, strike] = [newId(), newId()]
    await wakeClock(trip)
    const session = new DeckSession(BOOK, dayOf(trip))
    await session.tap('Strike', () => [struck(trip, strike)])
    const early = { ...(await recordsOfTrip(BOOK, trip)), trip: dayOf(trip).trip }
    const readAt = session.commits
    const both = [session.tap('Pitch', onePitchMore(strike)), session.tap('Pitch', onePitchMore(strike))]
    session.arrive(early, readAt)
    await Promise.all(both)
    session.arrive(early, readAt)
    await session.tap('Pitch', onePitchMore(strike))
    expect((await recordsOfTrip(BOOK, trip)).strikes).toMatchObject([{ pitch: 3 }])
  })
})

describe('taps on the trip itself', () => {
  const oneLess = ({ trip }: DeckDay): DeckEdit[] => [
    { kind: 'trip', id: trip.id, fields: { limit: (trip.limit ?? 0) - 1 } },
  ]

  it('are each counted, for a day is read with its trip as of the same moment', async () => {
    const id = newId()
    await wakeClock(id)
    await commit(BOOK, [{ kind: 'trip', id, fields: { water: 'w', start: new Date().toISOString(), limit: 5 } }])
    const read = async (): Promise<DeckDay> => (await recordsOfTrip(BOOK, id)) as DeckDay
    const session = new DeckSession(BOOK, await read())
    for (let taps = 0; taps < 3; taps++) {
      await session.tap('Limit', oneLess)
      session.arrive(await read(), session.commits)
    }
    expect((await read()).trip.limit).toBe(2)
    // Two rods laid right after each other are both on deck, though the first was not yet read back; and one comes off alone.
    const [popper, jig] = [newId(), newId()]
    for (const lure of [popper, jig]) await session.tap('Rod', (ahead) => layRod(ahead, { lure }))
    expect((await read()).trip.deck).toEqual([popper, jig].map((lure) => ({ lure, setup: null })))
    await session.tap('Off', (ahead) => takeOffRod(ahead, { lure: popper }))
    expect((await read()).trip.deck).toEqual([{ lure: jig, setup: null }])
  })
})

describe('the clock of a trip', () => {
  it('outlives the page, and does not run on into the next trip', async () => {
    vi.setSystemTime('2030-01-01T12:00:00Z')
    const [one, two] = [newId(), newId()]
    await wakeClock(one)
    await new DeckSession(BOOK, dayOf(one)).tap('Strike', () => [struck(one, newId())])
    const told = deckNow(dayOf(one))
    vi.setSystemTime('2026-03-14T12:00:00Z')
    await wakeClock(one)
    expect(deckNow(dayOf(one))).toBeGreaterThanOrEqual(told)
    await commit(BOOK, [{ kind: 'trip', id: two, fields: { water: 'w', start: new Date().toISOString() } }])
    await wakeClock(two)
    expect(deckNow(dayOf(two))).toBe(Date.parse('2026-03-14T12:00:00Z'))
  })
})
