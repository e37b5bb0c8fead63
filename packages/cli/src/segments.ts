import { Table, tableToIPC, vectorFromArray } from 'apache-arrow'
import { parquetWriteBuffer } from 'hyparquet-writer'
import { BAND_NAMES, buildColumns, namesOf, planCuts } from '@jotbook/core'
import type { BookRecords, Factor, SegmentColumns } from '@jotbook/core'

const FACTORS = [
  ...[
    'trip',
    'lure',
    'class',
    'body',
    'family',
    'water',
    'spot',
    'angler',
    'purpose',
    'retrieve',
    'reason',
    'structure',
    'cover',
    'tint',
    'current',
  ],
  ...['season', 'fish_season', 'front', 'level', 'matches_prey', 'month', 'year', ...BAND_NAMES],
] as const
const NUMBERS = [
  'water_temp_c',
  'visibility_m',
  'cloud_pct',
  'wind_mps',
  'pressure_hpa',
  'sun_altitude',
  'surface_lux',
  'lure_lux',
  'temp_percentile',
] as const
const COUNTS = ['strikes', 'raised', 'bycatch', 'sameFish', 'missed', 'lost', 'landed'] as const

/** Columns by name: numbers, or words. Null is not known. */
type Columns = readonly (readonly [
  name: string,
  values: readonly (number | string | null)[],
  type: 'DOUBLE' | 'INT32' | 'STRING',
])[]

/** A book's segments with every condition, one row a segment: what the analysis rests on. Spots are left out where places are not to be told. */
export function segmentColumns(book: BookRecords, places: boolean): Columns {
  const factors = FACTORS.filter((name) => places || name !== 'spot')
  // A range open on both sides adds no cut: its column is laid out all the same.
  const columns = buildColumns(
    book,
    planCuts(
      factors,
      NUMBERS.map((column) => ({ column, edges: [] })),
      book.bands,
    ),
  )
  const names = namesOf(book)
  return [
    ['hours', [...columns.hours], 'DOUBLE'],
    ...COUNTS.map((name) => [snake(name), [...columns[name]], 'INT32'] as const),
    ...factors.map((name) => [name, words(factorOf(columns, name), names[name]), 'STRING'] as const),
    ...NUMBERS.map(
      (name) =>
        [
          name,
          [...(columns.numbers[name] ?? [])].map((value) => (Number.isFinite(value) ? value : null)),
          'DOUBLE',
        ] as const,
    ),
  ]
}

const snake = (name: string): string => name.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`)

function factorOf(columns: SegmentColumns, name: string): Factor {
  const factor = columns.factors[name]
  if (!factor) throw new RangeError(`no column ${name}`)
  return factor
}

const words = ({ codes, levels }: Factor, names: ReadonlyMap<string, string> | undefined): string[] =>
  [...codes].map((code) => {
    const level = levels[code] ?? ''
    return names?.get(level) ?? level
  })

/** As an Apache Arrow IPC file. */
export const arrowFile = (columns: Columns): Uint8Array =>
  tableToIPC(
    new Table(
      Object.fromEntries(
        columns.map(([name, values, type]) => [
          name,
          vectorFromArray(type === 'INT32' ? Int32Array.from(values as number[]) : [...values]),
        ]),
      ),
    ),
    'file',
  )

/** As a Parquet file. */
export const parquetFile = (columns: Columns): Uint8Array =>
  new Uint8Array(
    parquetWriteBuffer({
      columnData: columns.map(([name, data, type]) => ({ name, data: [...data], type, nullable: type !== 'INT32' })),
    }),
  )
