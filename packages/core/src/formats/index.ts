export { boardCsv, tableCsv } from './boardCsv.ts'
export type { NameOfLevel } from './boardCsv.ts'
export { readForecast } from './readForecast.ts'
export type { ForecastHour } from './readForecast.ts'
export { bookOfRows } from './bookOfRows.ts'
export { OUTLINES_FILE } from './outlines.ts'
export { writePlacesGeoJson, writePlacesGpx } from './placesOut.ts'
export type { PlacesOfBook } from './placesOut.ts'
export { PlacesRefusal, readPlaces } from './readPlaces.ts'
export type { PlacePoint, ReadPlaces } from './readPlaces.ts'
export { readBundle, readBundleSteps } from './readBundle.ts'
export type { BundleRow, KnownElsewhere, ReadBundle, Remark } from './readBundle.ts'
export { BUNDLE_FILES, BUNDLE_KINDS, bundleColumns, hasId, pictureHash } from './tables.ts'
export type { BundleColumn, BundleKind } from './tables.ts'
export { writeBundle } from './writeBundle.ts'
export type { StoredRecord, StoredRecords, WriteOptions } from './writeBundle.ts'
export { ZIP_LIMITS, ZipRefusal, bytesOfText, textOfBytes, unzipBundle, zipBundle, zipStream } from './zip.ts'
export type { ZipLimits } from './zip.ts'
export {
  NAMED_KINDS,
  NOT_SAID,
  ROW_KINDS,
  TARGETS,
  TableRefusal,
  dateOrders,
  guessMapping,
  nameKey,
  readTable,
  signatureOf,
  targetOf,
  translate,
  withKnownWords,
  wordChoices,
  wordKey,
  wordsToPlace,
} from './foreign/index.ts'
export type {
  DateOrder,
  ForeignTable,
  Mapping,
  NameInFile,
  NamedKind,
  NamedRecord,
  NamesInBook,
  RowFault,
  RowKind,
  Target,
  TranslateContext,
  Translated,
  UnknownWord,
} from './foreign/index.ts'
export {
  SounderIntake,
  metresBetween,
  nmeaChecksum,
  placeAlong,
  readGpxTrack,
  FORECAST_SD,
  readMetars,
  readTaf,
  spotNear,
  tafIssued,
  thinReports,
  thinTrack,
  trackOf,
} from './instruments/index.ts'
export type {
  AirfieldForecast,
  ReadForecasts,
  ReadReports,
  ReadTrack,
  SounderCounts,
  SounderReading,
  TrackPoint,
  WeatherReport,
} from './instruments/index.ts'
