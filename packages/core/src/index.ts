export { at, entry, lastOf } from './checked/index.ts'
export { atOnce, inSlices } from './steps/index.ts'
export type { Progress, Steps } from './steps/index.ts'
export {
  BAND_NAMES,
  DEFAULT_BANDS,
  KINDS,
  LURE_CLASSES,
  OUTCOMES,
  PURPOSES,
  RECORDS,
  ROLES,
  SAID,
  TRIP_BANDS,
  UNKNOWN,
  ZONE_COLOURS,
  allFields,
  columnName,
  conditionWords,
  fieldsOf,
  fishingWords,
  lureWords,
  typedName,
  waterWords,
} from './vocabulary/index.ts'
export type {
  BandName,
  BandSet,
  BookSettings,
  FieldSpec,
  FieldTable,
  Kind,
  Lure,
  Outcome,
  Reading,
  RecordFields,
  RecordOf,
  Role,
  Spot,
  Stint,
  Strike,
  Trip,
  Water,
} from './vocabulary/index.ts'
export {
  COLUMN_UNITS,
  IMPERIAL,
  METRIC,
  UNIT_CHOICES,
  convert,
  dimensionOf,
  formatQuantity,
  fromSi,
  parseNumber,
  parseQuantity,
  quantityText,
  toSi,
  unitDecimals,
  unitLabel,
  unitPreferences,
} from './units/index.ts'
export type { Dimension, TypedQuantity, Unit, UnitPreferences } from './units/index.ts'
export {
  HOUR_MS,
  MINUTE_MS,
  addDays,
  courseOf,
  dayMarks,
  dayStart,
  epochMs,
  hourMarks,
  isDate,
  isZone,
  isoInZone,
  isoUtc,
  localDate,
  localParts,
  offsetZone,
  parseClock,
  parseInstant,
  pieceAt,
  resolveWallTime,
  valueAt,
  zoneOffsetMs,
} from './time/index.ts'
export type { Clock, EpochMs, LocalParts, Piece, Sample, WallTime } from './time/index.ts'
export { outlineOf, ringsOf } from './places/index.ts'
export type { Outline } from './places/index.ts'
export {
  clearSkyIlluminance,
  cloudTransmission,
  moonElongation,
  moonIlluminance,
  moonPhase,
  moonPosition,
  moonTimes,
  skyOver,
  sunAltitudeCrossings,
  sunPosition,
  sunTimes,
  surfaceIlluminance,
} from './sky/index.ts'
export type { MoonPhaseOf, MoonTimes, Sky, SkyLight, SunPosition, SunTimes } from './sky/index.ts'
export {
  NO_PAST,
  SAID_COLUMNS,
  cautionsNow,
  cautionsOf,
  conditionTrack,
  dayOfConditions,
  percentileAmong,
  spellsOf,
  tempTrend,
  usualAirC,
  waterPast,
} from './conditions/index.ts'
export type { Caution, CautionInput, DayCondition, SaidColumn, Spell } from './conditions/index.ts'
export type { Setting, Track, TrackValue, TripReading, WaterPast, WorkedCondition } from './conditions/index.ts'
export { FRONT_THRESHOLDS, beaufort, frontPhase, pressureTendency } from './weather/index.ts'
export type { FrontPhase, FrontState, FrontThresholds, WeatherReading } from './weather/index.ts'
export { levelOf, matchesPrey, preyOf, workingDepthM } from './presentation/index.ts'
export type { Level } from './presentation/index.ts'
export {
  COLUMNS,
  LOOSE_END_KINDS,
  REPORTS_BEFORE_MS,
  accountFor,
  bandLabel,
  buildColumns,
  columnInfo,
  holds,
  looseEndsOf,
  looseEndsOfTrip,
  pastsOf,
  planCuts,
  splitStints,
  tripBundles,
  tripRecord,
} from './effort/index.ts'
export type {
  Account,
  AccountStint,
  BookRecords,
  ColumnInfo,
  CutPlan,
  Factor,
  LeftOut,
  LooseEnd,
  LooseEndKind,
  Seam,
  Segment,
  SegmentColumns,
  SplitOptions,
  TripBundle,
  TripRecord,
  TripStint,
  TripStrike,
} from './effort/index.ts'
export { drawGamma, drawNormal, drawPoisson, normalQuantile, seededRandom } from './numerics/index.ts'
export type { Random } from './numerics/index.ts'
export {
  CIE_1931,
  COLOUR_FLOOR_LUX,
  DAYLIGHT,
  PURE_WATER,
  WATER_TINTS,
  WAVELENGTHS_NM,
  attenuationSpectrum,
  coneSensitivity,
  diffuseAttenuation,
  fresnelReflectance,
  lightAtDepth,
  photopicTransmission,
  shadeAtDepth,
  surfaceTransmission,
  tintOf,
  waterBodyColour,
  waterSpectrum,
} from './water/index.ts'
export type { Background, ConeContrast, Shade, ShadeOptions, UnderwaterLight, WaterSpectrum, WaterTint } from './water/index.ts'
export { readStrikeLine, spellStrikeLine } from './shorthand/index.ts'
export type { Misread, Span, StrikeLine, StrikeLineOptions } from './shorthand/index.ts'
export { calendarSeason, fishSeason } from './season/index.ts'
export type { CalendarSeason, FishSeason, FishSeasonInput } from './season/index.ts'
export * from './evidence/index.ts'
export { CLAIMS, CLAIM_OUTCOMES, ownClaim } from './practice/index.ts'
export type { Claim, ClaimOutcome } from './practice/index.ts'
export {
  CLOCK_START,
  MAX_AHEAD_MS,
  batchesOf,
  clockShiftsOf,
  conflictsOf,
  inverseOf,
  isClocked,
  isDeleted,
  isStamp,
  laterOf,
  mergeChange,
  mergeStates,
  parseStamp,
  restamp,
  settledFields,
  shiftedFields,
  stampOf,
  tick,
  unshiftedFields,
  withPending,
  witness,
} from './sync/index.ts'
export type { Change, ClockShifts, ClockState, Conflict, Fields, Json, RecordState, ReplicaRecord, Stamp, Undoable, UnsentChange } from './sync/index.ts'
export {
  READ_FIELDS,
  TAP_CLOCK_START,
  aboard,
  answerSilence,
  applied,
  breakOff,
  countOf,
  daySummary,
  endAtSilence,
  fishOn,
  fishingTimeLeftMs,
  forgottenChange,
  inHand,
  isLegal,
  isOf,
  isRod,
  lastRead,
  liveBag,
  movedInTime,
  nextTag,
  nextTap,
  onBreak,
  sinceChoices,
  strikeNow,
  takeInHand,
  unsureStints,
} from './deck/index.ts'
export type { Angler, DaySummary, DeckDay, DeckEdit, LastRead, LiveBag, NewId, ReadField, Rod, Since, TapClock } from './deck/index.ts'
