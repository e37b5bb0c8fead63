import { createSlice } from '@reduxjs/toolkit'
import type { PayloadAction } from '@reduxjs/toolkit'
import { unitPreferences } from '@jotbook/core'
import type { BookSettings, Lure, RecordOf, Spot, Trip, UnitPreferences, Water } from '@jotbook/core'

/** The records every screen shows names of; what belongs to single trips is read where it is shown. */
export interface RecordsState {
  /** The book they are of; null until it has been read, and for the first time until all of it has arrived. */
  readonly book: string | null
  readonly waters: readonly Water[]
  readonly spots: readonly Spot[]
  readonly setups: readonly RecordOf<'setup'>[]
  readonly lures: readonly Lure[]
  readonly trips: readonly Trip[]
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

const EMPTY: RecordsState = {
  book: null,
  waters: [],
  spots: [],
  setups: [],
  lures: [],
  trips: [],
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

export const unitsOf = (settings: BookSettings | null): UnitPreferences => unitPreferences(settings?.units)
