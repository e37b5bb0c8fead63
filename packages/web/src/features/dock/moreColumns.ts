import { fieldsOf } from '@jotbook/core'
import type { Fields, Json, Reading, Stint, Strike, UnitPreferences } from '@jotbook/core'
import { readRecord, typedRecord } from '../../ui/recordForm/index.ts'

/** Columns behind *More columns*, each a field of its record, in the order they are offered. A cell of theirs has the field's own name. */
export const MORE = {
  stint: [
    'setup',
    'pauseS',
    'workS',
    'jerks',
    'fallS',
    'castLength',
    'direction',
    'intent',
    'levelFished',
    'depthM',
    'structure',
    'cover',
    'coverState',
    'targetStands',
    'windblown',
    'lineKind',
    'lineLb',
    'leaderMm',
    'casts',
    'fouledCasts',
    'targets',
    'phaseShare',
    'note',
  ],
  strike: [
    'phase',
    'feltAs',
    'set',
    'hookPosition',
    'species',
    'cover',
    'level',
    'depthM',
    'pitch',
    'kept',
    'sameFish',
  ],
  reading: [
    'spot',
    'airTempC',
    'windFromDeg',
    'precipitation',
    'current',
    'levelTrend',
    'fishPosition',
    'bait',
    'preySeen',
    'preyLengthMm',
    'preySign',
    'crawfishMounds',
    'fry',
    'shadSpawning',
    'dieOff',
    'bassCount',
    'bassOffBottomM',
    'bassInBait',
    'mudOnBelly',
    'anglersSeen',
    'boatsSeen',
    'bathersSeen',
    'thunder',
    'depthM',
    'note',
  ],
} as const satisfies {
  readonly stint: readonly (keyof Stint)[]
  readonly strike: readonly (keyof Strike)[]
  readonly reading: readonly (keyof Reading)[]
}
export type RowKind = keyof typeof MORE
/** What a row may have typed in those columns. */
export type MoreCells<K extends RowKind> = Partial<Record<Exclude<(typeof MORE)[K][number], 'note' | 'spot'>, string>>

/** A column that a row has anyway stands there already. */
const OWN_CELLS: Readonly<Record<RowKind, readonly string[]>> = { stint: [], strike: ['note'], reading: [] }

/** What a record says in those columns, as it would be typed. */
export const moreCells = (kind: RowKind, record: object, units: UnitPreferences): Record<string, string> =>
  typedRecord(
    kind,
    MORE[kind].filter((field) => !OWN_CELLS[kind].includes(field)),
    record,
    units,
  )

export interface ReadMore {
  readonly fields: Fields
  /** By field: what must be fixed. */
  readonly problems: Readonly<Record<string, string>>
}

/** Those cells of a row as fields of its record; a cell that is empty is one that is not known. */
export function readMore(kind: RowKind, row: object, units: UnitPreferences): ReadMore {
  const cells = row as Readonly<Record<string, string | undefined>>
  const typed = MORE[kind].filter((field) => (cells[field] ?? '').trim() !== '')
  const read = typed.length > 0 ? readRecord(kind, typed, cells as Record<string, string>, units) : NOTHING_TYPED
  return { fields: { ...EMPTY[kind], ...read.fields }, problems: read.problems }
}

const NOTHING_TYPED: ReadMore = { fields: {}, problems: {} }

const emptyOf = (kind: RowKind): Fields =>
  Object.fromEntries(
    MORE[kind].flatMap((field): [string, Json][] =>
      fieldsOf(kind)[field]?.type === 'quantity'
        ? [
            [field, null],
            [`${field}Typed`, null],
          ]
        : [[field, null]],
    ),
  )
const EMPTY: Readonly<Record<RowKind, Fields>> = {
  stint: emptyOf('stint'),
  strike: emptyOf('strike'),
  reading: emptyOf('reading'),
}
