import { LEAST, toSi } from '@jotbook/core'
import type { Board, BookCurve, Rate, Unit, UnitPreferences } from '@jotbook/core'
import { decimals } from '../../ui/locale.ts'
import type { Naming } from '../board/index.ts'
import type { NamedCurve } from './CurvePicture.tsx'
import { rangeOn, shownOn, unitOn } from './axes.ts'
import type { Axis } from './axes.ts'
import type { Judgement } from './evidence.ts'
import { leader, withoutLeader } from './leader.ts'
import { text } from './text.ts'

export interface Said {
  readonly says: string
  readonly judgement?: Judgement
  readonly notes: readonly string[]
}

/** A window shorter than this share of the curve is a place, not a range: two or three of the points that it is drawn by. (ours) */
const LEAST_WINDOW = 0.03

/** What curves say: the highest of several; of one its window, or its highest place where there is none. */
export function windowAnswer(curves: readonly NamedCurve[], axis: Axis, units: UnitPreferences): Said {
  const [first] = curves
  if (!first) return { says: text.when.tooEarly(axis.word), notes: [] }
  if (curves.length === 1) return curveAnswer(first.curve, axis, units)
  const { name, curve } = curves.reduce((a, b) => (best(b.curve).rate > best(a.curve).rate ? b : a))
  const top = best(curve)
  return { says: text.when.lureBest(name, placeOn(axis, units, top.x), top.rate), notes: [text.when.oneTrip] }
}

const placeOn = (axis: Axis, units: UnitPreferences, x: number): string =>
  `${decimals(shownOn(axis, units, x), 0)} ${unitOn(axis, units)}`.trim()

function curveAnswer(curve: BookCurve, axis: Axis, units: UnitPreferences): Said {
  const words = text.when
  const { restsOn, window } = curve
  const usual = restsOn.strikes / restsOn.hours
  const rests = [text.rests(restsOn.strikes, restsOn.hours, restsOn.trips), words.unknown(restsOn.hoursUnknown)]
  if (restsOn.hours < LEAST.hours || restsOn.trips < LEAST.trips || restsOn.strikes < LEAST.expected)
    return { says: words.tooEarly(axis.word), judgement: 'too early', notes: rests }
  const likely = likelyRange(curve, usual)
  const notes = [...rests, words.oneTrip]
  if (!window)
    return {
      says: words.noWindow(axis.word, placeOn(axis, units, best(curve).x), usual),
      judgement: likely ? 'leaning' : 'no difference shown',
      notes,
    }
  const inside = curve.points.filter(({ x }) => x >= window.from && x <= window.to)
  const most = Math.max(...(inside.length > 0 ? inside : curve.points).map(({ rate }) => rate))
  const length = (curve.points.at(-1)?.x ?? 0) - (curve.points[0]?.x ?? 0)
  if (window.to - window.from < LEAST_WINDOW * length)
    return {
      says: words.windowAt(placeOn(axis, units, (window.from + window.to) / 2), most, usual),
      judgement: 'strong',
      notes,
    }
  const range = rangeOn(axis, units, window.from, window.to)
  return {
    says: words.window(range, most, usual),
    judgement: 'strong',
    notes: likely ? [words.edges(range, rangeOn(axis, units, likely.from, likely.to)), ...notes] : notes,
  }
}

const best = (curve: BookCurve): BookCurve['points'][number] => curve.points.reduce((a, b) => (b.rate > a.rate ? b : a))

/** Around the highest place, where the limits of each point by itself lie over the usual rate: the window's edges lie between it and the sure one. */
function likelyRange({ points }: BookCurve, usual: number): { from: number; to: number } | undefined {
  const over = points.map(({ lower }) => lower > usual)
  const top = points.indexOf(points.reduce((a, b) => (b.rate > a.rate ? b : a)))
  if (!over[top]) return undefined
  let [from, to] = [top, top]
  while (over[from - 1]) from--
  while (over[to + 1]) to++
  return { from: points[from]?.x ?? 0, to: points[to]?.x ?? 0 }
}

/** Hours and strikes of the pieces whose middles lie in a stretch. */
export function picked({ along }: BookCurve, from: number, to: number): { hours: number; strikes: number } {
  const inside = along.filter(({ x }) => x >= from && x <= to)
  return {
    hours: inside.reduce((sum, { hours }) => sum + hours, 0),
    strikes: inside.reduce((sum, { strikes }) => sum + strikes, 0),
  }
}

/** A value typed in the axis's unit, as it is stored. */
export const siOn = (axis: Axis, units: UnitPreferences, shown: number): number =>
  axis.isQuantity ? toSi(shown, axis.unit(units) as Unit) : shown

const restsNote = ({ strikes, hours, trips }: Rate): string => text.rests(strikes, hours, trips)

export function hoursAnswer(board: Board, all: Rate, naming: Naming): Said {
  const found = leader(board.rows)
  if (!found) return noneStands(board, all, 'hour')
  const hour = naming.level('hour', found.row.group[0] ?? '')
  return {
    says: text.when.hoursBest(hour.charAt(0).toUpperCase() + hour.slice(1), found.row.rate, all.rate),
    judgement: found.judgement,
    notes: [text.rests(found.row.strikes, found.row.hours, found.row.trips)],
  }
}

export function mapAnswer(board: Board, all: Rate, naming: Naming): Said {
  const found = leader(board.rows)
  if (!found) return noneStands(board, all, 'corner of this map')
  const where = found.row.group.map((level, i) => naming.level(board.by[i] ?? '', level)).join(', ')
  return {
    says: text.when.mapBest(where, found.row.rate, all.rate),
    judgement: found.judgement,
    notes: [text.rests(found.row.strikes, found.row.hours, found.row.trips)],
  }
}

const noneStands = (board: Board, all: Rate, what: string): Said => ({
  says: text.when.noneStands(what, all.rate),
  judgement: withoutLeader(board.rows),
  notes: [restsNote(all)],
})
