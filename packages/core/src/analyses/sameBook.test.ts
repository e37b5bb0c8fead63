import { expect, it } from 'vitest'
import type { BookRecords } from '../effort/index.ts'
import { drawPoisson, seededRandom } from '../numerics/index.ts'
import type { Random } from '../numerics/index.ts'
import { answer } from './board/answer.ts'
import { parseWhere } from '../query/index.ts'
import { searchOf } from './search/searchOf.ts'
import { withinOf } from './within/withinOf.ts'

const HOUR = 3_600_000
const iso = (ms: number): string => new Date(ms).toISOString()

/** A made book: two anglers who begin together, trips that begin at the same minute, lures changed for logged and unlogged reasons. */
function madeBook(random: Random): BookRecords {
  const lures = ['grey', 'red', 'white', 'lemon'].map((name, i) => ({
    id: `l${i}`,
    name,
    class: i % 2 === 0 ? 'tube' : 'spinnerbait',
  }))
  const days = Array.from({ length: 48 }, (_, t) => ({
    id: `t${t}`,
    start: Date.UTC(2024, 1, 1 + 9 * Math.floor(t / 2), 12),
  }))
  const stints = days.flatMap(({ id, start }) =>
    ['Rowan', 'Tilda'].flatMap((angler) =>
      [0, 2, 4].map((from) => ({
        ...{ id: `${id} ${angler} ${from}`, trip: id, angler, lure: `l${Math.floor(random() * 4)}` },
        ...{
          start: iso(start + from * HOUR),
          end: iso(start + (from + 2) * HOUR),
          reason: random() < 0.5 ? 'plan' : 'others blank',
        },
      })),
    ),
  )
  return {
    ...{
      waters: [{ id: 'w', name: 'Long Pond', timeZone: 'UTC', latitude: 36.9, longitude: -85.1 }],
      spots: [],
      setups: [],
      lures,
    },
    trips: days.map(({ id, start }) => ({
      id,
      water: 'w',
      start: iso(start),
      end: iso(start + 6 * HOUR),
      anglers: ['Rowan', 'Tilda'],
    })),
    stints,
    readings: days.map(({ id, start }) => ({
      id: `${id} r`,
      trip: id,
      time: iso(start),
      waterTempC: 5 + 20 * random(),
      windMps: 8 * random(),
      cloudPct: 100 * random(),
    })),
    strikes: stints.flatMap(({ id, trip, start, lure }) =>
      Array.from({ length: drawPoisson(random, lure === 'l1' ? 2 : 1) }, (_, k) => ({
        ...{
          id: `${id} k${k}`,
          trip,
          stint: id,
          time: iso(Date.parse(start) + random() * 2 * HOUR),
          outcome: 'landed' as const,
        },
      })),
    ),
  }
}

/** The same book under other ids, its records in another order. */
function disguised(book: BookRecords, random: Random): BookRecords {
  const ids = new Map<string, string>()
  const other = (id: string): string => ids.get(id) ?? (ids.set(id, `x${random().toString(36).slice(2)}`), ids.get(id)!)
  const REFERENCES = new Set(['id', 'trip', 'stint', 'lure', 'water'])
  const turned = <R extends object>(list: readonly R[]): R[] =>
    list
      .map(
        (record) =>
          Object.fromEntries(
            Object.entries(record).map(([field, value]) => [
              field,
              REFERENCES.has(field) ? other(value as string) : value,
            ]),
          ) as R,
      )
      .map((record) => ({ record, at: random() }))
      .sort((a, b) => a.at - b.at)
      .map(({ record }) => record)
  return {
    waters: turned(book.waters),
    spots: [],
    setups: [],
    lures: turned(book.lures),
    trips: turned(book.trips),
    stints: turned(book.stints),
    readings: turned(book.readings),
    strikes: turned(book.strikes),
  }
}

it('the same book says the same under other ids and in another order', () => {
  const random = seededRandom(5)
  const book = madeBook(random)
  const told = (one: BookRecords): unknown => {
    const names = new Map(one.lures.map(({ id, name }) => [id, name]))
    const search = searchOf(one, { water: 'Long Pond' }, { permutations: 39 })
    const finding = ({ conditions, heldOut, ...rest }: (typeof search.findings)[number]): unknown => ({
      ...{
        heldOut,
        conditions: conditions.map(({ column, levels }) => [column, levels.map((level) => names.get(level) ?? level)]),
      },
      ...{ ...rest, trips: rest.trips.length },
    })
    const within = withinOf(one, { a: parseWhere('lure=red'), b: parseWhere('lure!=red'), where: [] })
    return {
      search: [
        search.findings.map(finding),
        search.alone.map(finding),
        search.subjects.map(finding),
        search.candidates,
      ],
      within: [within.within, within.other, within.verdict],
      board: answer(one, { by: ['class'], where: [] }).rows.map(({ group, shrunken, lower, upper }) => [
        group,
        shrunken,
        lower,
        upper,
      ]),
    }
  }
  const own = told(book)
  for (let time = 0; time < 3; time++) expect(close(told(disguised(book, random)))).toEqual(close(own))
})

/** To six digits: sums in another order differ in the last. */
const close = (value: unknown): unknown =>
  JSON.parse(JSON.stringify(value, (_, one: unknown) => (typeof one === 'number' ? Number(one.toPrecision(6)) : one)))
