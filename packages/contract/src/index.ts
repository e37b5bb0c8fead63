export { alikeRemarks } from './alikeRemarks.ts'
export type { AlikeRemarks } from './alikeRemarks.ts'
export { lineText, readLine } from './analysisLine.ts'
export type { AnalysisLine } from './analysisLine.ts'
export { KEPT_DAYS, routes } from './api.ts'
export type {
  AccessEvent,
  BackupState,
  BookSummary,
  BundleRemark,
  DeletedBook,
  DeviceSummary,
  EventKind,
  Health,
  ImportLine,
  ImportReport,
  ImportedName,
  SameName,
  Joined,
  Pairing,
  RecoveryCodes,
  SecondFactor,
  Session,
} from './api.ts'
export { changeProblem, isFieldName } from './changeProblem.ts'
export { readChange, unreadPush } from './changes.ts'
export type { UnreadGroup, UnreadPush } from './changes.ts'
export { fieldLabel } from './fieldLabel.ts'
export {
  AUDIENCES,
  EXPORT_AUDIENCES,
  PERMISSIONS,
  audienceOf,
  forbiddenField,
  isAmong,
  isAllowed,
  rankOf,
  seesPlaces,
} from './permissions.ts'
export type { Audience, Verb } from './permissions.ts'
export { Problem } from './problem.ts'
export type { ProblemCode, ProblemDetails } from './problem.ts'
export { faultsOf, missingFault, readableFields, unreadableFields } from './recordClasses.ts'
export type { FieldFault } from './recordClasses.ts'
export {
  AccountBody,
  RedeemBody,
  CodeBody,
  DeleteBookBody,
  EmptyBody,
  HolderBody,
  InvitationBody,
  LongQuestionBody,
  NewBookBody,
  SignInBody,
  WeatherBody,
  longQuestion,
  readBody,
} from './requestBodies.ts'
export { isStorableText } from './soundValue.ts'
export { LISTED_KINDS, MAX_PUSH_CHANGES, PAGE_CHANGES, PUSH_SCHEMA, SNAPSHOT_BEHIND } from './wire.ts'
export type { BookDigest, PullAnswer, PushAnswer, PushRequest, Refusal, SnapshotLine } from './wire.ts'
export { MOST_REPORT_HOURS, reportReading, sounderReading } from './instruments.ts'
export type { FeedState, WeatherText } from './instruments.ts'
