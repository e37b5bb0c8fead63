import { fieldsOf } from '../../vocabulary/index.ts'
import type { FieldSpec } from '../../vocabulary/index.ts'
import type { BundleKind } from '../tables.ts'
import { OTHER_LANGUAGES } from './headers.ts'

/** What one row of a foreign file stands for. */
export const ROW_KINDS = ['strike', 'stint', 'trip', 'lure'] as const
export type RowKind = (typeof ROW_KINDS)[number]

/** What a column of a foreign file may mean. */
export interface Target {
  readonly id: string
  readonly kind: BundleKind | 'row'
  /** Field of the record, or what it tells of the row. */
  readonly field: string
  readonly spec: FieldSpec | undefined
  /** Names it goes by in other people's files, in lower case. */
  readonly names: readonly string[]
  readonly rows: readonly RowKind[]
}

const ALL: readonly RowKind[] = ['strike', 'stint', 'trip']

type Listed = readonly [field: string, names: readonly string[]]

/** What tells of the row itself: when and where it was. */
const OF_ROW: readonly (readonly [string, readonly RowKind[], readonly string[]])[] = [
  ['date', ALL, ['date', 'day', 'trip date']],
  ['time', ['strike'], ['time', 'time of day', 'caught at', 'strike time']],
  ['start', ALL, ['start', 'start time', 'from', 'began', 'launch', 'time in']],
  ['end', ALL, ['end', 'end time', 'to', 'finish', 'stopped', 'time out', 'off the water']],
  ['hours', ['stint', 'trip'], ['hours', 'hours fished', 'duration', 'hrs']],
  ['count', ['stint', 'trip'], ['strikes', 'bites', 'count', 'fish', 'number of fish', 'total']],
]

const STRIKE: readonly Listed[] = [
  ['outcome', ['outcome', 'result', 'what became of it', 'landed']],
  ['lengthMm', ['length', 'len', 'size']],
  ['weightG', ['weight', 'wt']],
  ['species', ['species', 'fish species', 'kind of fish']],
  ['depthM', ['strike depth', 'depth caught']],
  ['phase', ['phase', 'on what']],
  ['hookPosition', ['hooked', 'hook', 'hook position']],
  ['feltAs', ['felt', 'felt as', 'bite felt like', 'bite']],
  ['set', ['hook set', 'hookset', 'set']],
  ['level', ['strike level', 'level of the strike', 'water column']],
  ['pitch', ['pitch', 'which pitch']],
  ['forageSeen', ['spat up', 'stomach', 'forage seen']],
  ['kept', ['kept', 'keeper']],
]
const STINT: readonly Listed[] = [
  ['retrieve', ['retrieve', 'presentation', 'technique']],
  ['reason', ['reason', 'why']],
  ['structure', ['structure']],
  ['cover', ['cover']],
  ['depthM', ['depth', 'water depth']],
  ['lureDepthM', ['lure depth', 'running depth']],
  ['casts', ['casts']],
  ['fouledCasts', ['fouled casts', 'fouled']],
  ['targets', ['targets', 'targets fished']],
  ['pauseS', ['pause', 'pause seconds', 'pause length']],
  ['workS', ['work', 'work seconds']],
  ['jerks', ['jerks', 'cadence']],
  ['fallS', ['fall', 'count down', 'countdown', 'fall seconds']],
  ['castLength', ['cast', 'cast length']],
  ['direction', ['direction', 'cast direction']],
  ['intent', ['intent']],
  ['levelFished', ['level', 'level fished']],
  ['coverState', ['cover state', 'weed state', 'grass state']],
  ['targetStands', ['target stands', 'how the target stands']],
  ['windblown', ['windblown', 'wind blown', 'windblown bank']],
  ['lineKind', ['line', 'line type', 'line kind']],
  ['lineLb', ['line test', 'line lb', 'pound test', 'line strength']],
  ['leaderMm', ['leader', 'leader length']],
  ['rodAction', ['rod action']],
  ['reelRatio', ['reel ratio', 'gear ratio']],
]
const LURE: readonly Listed[] = [
  ['name', ['lure', 'bait', 'lure name', 'lure used']],
  ['class', ['class', 'lure type', 'type', 'bait type', 'category']],
  ['body', ['body', 'model']],
  ['back', ['back', 'colour', 'color', 'lure color', 'lure colour']],
  ['side', ['side']],
  ['belly', ['belly']],
  ['finish', ['finish']],
  ['lengthMm', ['lure length', 'lure size']],
  ['weightG', ['lure weight']],
  ['price', ['price', 'cost']],
]
const READING: readonly Listed[] = [
  ['waterTempC', ['water temp', 'water temperature', 'temp', 'wt temp', 'surface temp']],
  ['visibilityM', ['visibility', 'clarity', 'water clarity', 'sight']],
  ['tint', ['tint', 'stain', 'water color', 'water colour']],
  ['cloudPct', ['cloud', 'cloud cover', 'clouds', 'sky']],
  ['windMps', ['wind', 'wind speed']],
  ['airTempC', ['air temp', 'air temperature', 'air']],
  ['pressureHpa', ['pressure', 'barometer', 'baro']],
  ['current', ['current']],
  ['levelTrend', ['level trend', 'water level']],
  ['fishPosition', ['fish position', 'fish were']],
  ['bait', ['bait seen', 'baitfish']],
  ['preySeen', ['prey', 'prey seen', 'forage']],
  ['preyLengthMm', ['prey length', 'bait size', 'forage size']],
  ['fry', ['fry', 'fry seen']],
  ['bassCount', ['bass on the sonar', 'bass count', 'school size']],
  ['anglersSeen', ['anglers seen', 'other anglers']],
  ['boatsSeen', ['boats', 'boats seen', 'boat traffic']],
]

function* listed(): Generator<Target> {
  for (const [field, rows, names] of OF_ROW)
    yield { id: `row.${field}`, kind: 'row', field, spec: undefined, names, rows }
  yield target('water', 'name', ['water', 'lake', 'river', 'location', 'body of water'], ALL)
  yield target('spot', 'name', ['spot', 'place', 'area'], ['strike', 'stint'])
  yield target('trip', 'anglers', ['angler', 'anglers', 'who', 'person', 'name', 'caught by'], ALL)
  yield target('trip', 'purpose', ['purpose'], ALL)
  for (const [field, names] of STRIKE) yield target('strike', field, names, ['strike'])
  for (const [field, names] of STINT) yield target('stint', field, names, ['strike', 'stint'])
  for (const [field, names] of LURE) yield target('lure', field, names, ['strike', 'stint', 'lure'])
  for (const [field, names] of READING) yield target('reading', field, names, ALL)
  yield {
    ...target(
      'strike',
      'note',
      ['note', 'notes', 'comment', 'comments', 'remarks'],
      ['strike', 'stint', 'trip', 'lure'],
    ),
    id: 'row.note',
    kind: 'row',
  }
}

function target(kind: BundleKind, field: string, names: readonly string[], rows: readonly RowKind[]): Target {
  return { id: `${kind}.${field}`, kind, field, spec: fieldsOf(kind)[field], names, rows }
}

export const TARGETS: readonly Target[] = [...listed()].map((one) => ({
  ...one,
  names: [...one.names, ...(OTHER_LANGUAGES[one.id] ?? [])],
}))
export const targetOf = (id: string): Target | undefined => TARGETS.find((one) => one.id === id)
