export { BAND_NAMES, DEFAULT_BANDS, RECORD_BANDS, SKY_COVER_PCT, TRIP_BANDS, UNKNOWN } from './bands.ts'
export type { BandName, BandSet, BookBands, RecordBand } from './bands.ts'
export {
  ADJUSTABLE_BANDS,
  MOST_BAND_EDGES,
  bandPlace,
  bookBands,
  edgesOfLabel,
  faultOfEdges,
  unitOfBand,
} from './bookBands.ts'
export type { AdjustableBand } from './bookBands.ts'
export * as conditionWords from './conditions.ts'
export { SAID } from './conditions.ts'
export * as lureWords from './lures.ts'
export * as fishingWords from './fishing.ts'
export * as waterWords from './waters.ts'
export { LURE_CLASSES, ZONE_COLOURS } from './lures.ts'
export { OUTCOMES, PURPOSES, ROLES } from './fishing.ts'
export type { Outcome, Role } from './fishing.ts'
export { isUuid } from './isUuid.ts'
export { effortKnownOf, isStrike, timeZoneOf } from './leftOut.ts'
export { JSON_SHAPES } from './jsonShapes.ts'
export type { JsonShape } from './jsonShapes.ts'
export { allFields, typedName } from './allFields.ts'
export { KINDS, RECORDS, columnName, fieldsOf } from './records.ts'
export type { Id, Kind } from './kinds.ts'
export type {
  BookSettings,
  Lure,
  Reading,
  RecordFields,
  RecordOf,
  Setup,
  Spot,
  Stint,
  Strike,
  Trip,
  Water,
} from './records.ts'
export type { FieldSpec, FieldTable } from './fields.ts'
