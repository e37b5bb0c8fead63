import { createEntityAdapter, createSelector, createSlice } from '@reduxjs/toolkit'
import type { EntityState, PayloadAction } from '@reduxjs/toolkit'
import { unitPreferences } from '@jotbook/core'
import type { BookSettings, Id, Lure, RecordOf, Spot, Trip, UnitPreferences, Water } from '@jotbook/core'

const byName = (a: { readonly name: string }, b: { readonly name: string }): number => a.name.localeCompare(b.name)
const lists = {
  waters: createEntityAdapter<Water>({ sortComparer: byName }),
  spots: createEntityAdapter<Spot>({ sortComparer: byName }),
  setups: createEntityAdapter<RecordOf<'setup'>>({ sortComparer: byName }),
  lures: createEntityAdapter<Lure>({ sortComparer: byName }),
  trips: createEntityAdapter<Trip>({ sortComparer: (a, b) => (a.start < b.start ? 1 : -1) }),
}

/** The records every screen shows names of; what belongs to single trips is read where it is shown. */
export interface RecordsState {
  /** The book they are of; null until it has been read, and for the first time until all of it has arrived. */
  readonly book: Id<'book'> | null
  readonly waters: EntityState<Water, Water['id']>
  readonly spots: EntityState<Spot, Spot['id']>
  readonly setups: EntityState<RecordOf<'setup'>, RecordOf<'setup'>['id']>
  readonly lures: EntityState<Lure, Lure['id']>
  /** The latest first; the others by name. */
  readonly trips: EntityState<Trip, Trip['id']>
  readonly settings: BookSettings | null
  /** From the id of a water or lure that was merged to the one that stands for it. */
  readonly merged: Readonly<Record<string, string>>
  /** False while only its lists have come, and what belongs to single trips is still on its way. */
  readonly whole: boolean
  /** Changes still on their way, and groups that were refused. */
  readonly waiting: number
  readonly refused: number
  /** Rises with every change of the book's records on this device. */
  readonly revision: number
}

/** What is listed, in its order; kept as it is until it is read anew, so that a tap, which changes nothing of it, draws no list. */
export const listed = (read: {
  readonly waters: readonly Water[]
  readonly spots: readonly Spot[]
  readonly setups: readonly RecordOf<'setup'>[]
  readonly lures: readonly Lure[]
  readonly trips: readonly Trip[]
}): Pick<RecordsState, keyof typeof lists> => ({
  waters: lists.waters.getInitialState(undefined, read.waters),
  spots: lists.spots.getInitialState(undefined, read.spots),
  setups: lists.setups.getInitialState(undefined, read.setups),
  lures: lists.lures.getInitialState(undefined, read.lures),
  trips: lists.trips.getInitialState(undefined, read.trips),
})

const EMPTY: RecordsState = {
  book: null,
  ...listed({ waters: [], spots: [], setups: [], lures: [], trips: [] }),
  settings: null,
  merged: {},
  whole: false,
  waiting: 0,
  refused: 0,
  revision: 0,
}

const records = createSlice({
  name: 'records',
  initialState: EMPTY,
  reducers: {
    recordsLoaded: (_state, { payload }: PayloadAction<RecordsState>) => payload,
    recordsClosed: () => EMPTY,
  },
})

export const { recordsLoaded, recordsClosed } = records.actions
export const recordsReducer = records.reducer

interface WithRecords {
  readonly records: RecordsState
}
const ofWaters = lists.waters.getSelectors(({ records: { waters } }: WithRecords) => waters)
const ofLures = lists.lures.getSelectors(({ records: { lures } }: WithRecords) => lures)

export const allWaters = ofWaters.selectAll
export const allLures = ofLures.selectAll
export const allSpots = lists.spots.getSelectors(({ records: { spots } }: WithRecords) => spots).selectAll
export const allSetups = lists.setups.getSelectors(({ records: { setups } }: WithRecords) => setups).selectAll
export const allTrips = lists.trips.getSelectors(({ records: { trips } }: WithRecords) => trips).selectAll
/** What a question in words may name. */
export const namedRecords = createSelector(
  [allWaters, allLures, allSpots, allSetups, ({ records: { merged } }: WithRecords) => merged],
  (...[waters, lures, spots, setups, merged]) => ({ waters, lures, spots, setups, merged }),
)
export const waterOf = ofWaters.selectById
export const lureOf = ofLures.selectById

export const unitsOf = (settings: BookSettings | null): UnitPreferences => unitPreferences(settings?.units)
