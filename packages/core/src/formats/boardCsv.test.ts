import { parse } from 'csv-parse/sync'
import { describe, expect, it } from 'vitest'
import type { Board, BoardRow } from '../analyses/index.ts'
import { boardCsv } from './boardCsv.ts'

const row = (group: readonly string[], part: object = {}): BoardRow =>
  ({
    group,
    strikes: 14,
    hours: 21.5,
    trips: 6,
    tripsWithStrike: 5,
    rate: 0.651,
    lower: 0.36,
    upper: 1.18,
    interval: 'trip',
    exact: { lower: 0.39, upper: 1.02 },
    shrunken: 0.6,
    shrunkenLower: 0.4,
    shrunkenUpper: 0.9,
    chanceOfBest: 0.25,
    expected: 12.5,
    raised: 1,
    bycatch: 0,
    sameFish: 2,
    hookUp: undefined,
    landing: { share: 0.5, of: 4, lower: 0.15, upper: 0.85 },
    sizes: { landed: 7, weighed: 5, measured: 7, medianG: 900, heaviestG: 2100 },
    tooEarly: false,
    ...part,
  }) as unknown as BoardRow

const ASKED = { question: '=What produces, by lure', origin: 'Demo book, Nov 27, 2026' }

const read = (rows: readonly BoardRow[]): Record<string, string>[] =>
  parse(
    boardCsv(
      { by: ['lure', 'season'], rows } as unknown as Board,
      (_column, level) => (level === 'l1' ? '=HYPERLINK("x"), grey' : level),
      ASKED,
    ),
    { columns: true },
  )

describe('a board as CSV', () => {
  it('has a column for each grouping and figure, names for ids, and nothing a spreadsheet would run', () => {
    const [first, second] = read([
      row(['l1', 'winter']),
      row(['l2', 'spring'], { tooEarly: true, sizes: undefined, landing: undefined }),
    ] as const)
    expect(first).toMatchObject({
      lure: `'=HYPERLINK("x"), grey`,
      season: 'winter',
      strikes: '14',
      hours: '21.5',
      interval: 'trip',
      exact_lower: '0.39',
    })
    expect(first).toMatchObject({ landing: '0.5', landing_of: '4', weighed: '5', median_g: '900', too_early: 'no' })
    expect(first).toMatchObject({ question: `'=What produces, by lure`, of: 'Demo book, Nov 27, 2026' })
    expect(second).toMatchObject({ landing: '', landing_of: '0', landed: '0', median_g: '', too_early: 'yes' })
    expect(Object.values(second!).some((cell) => /NaN|Infinity|undefined|null/.test(cell))).toBe(false)
  })

  it('ends its lines as RFC 4180 has them, and is only a header without rows', () => {
    expect(boardCsv({ by: ['lure'], rows: [] } as unknown as Board, String, ASKED).split('\r\n')).toHaveLength(2)
  })
})
