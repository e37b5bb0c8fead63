export { MERGED_KINDS, NO_ALIASES, aliasesOf, mergeEdits, renamedPeople, withAliases } from './aliases.ts'
export type { Aliases } from './aliases.ts'
export { clockShiftsOf, isClocked, shiftedFields, unshiftedFields } from './clockShift.ts'
export type { ClockShifts } from './clockShift.ts'
export { conflictsOf, settledFields } from './conflicts.ts'
export type { Conflict } from './conflicts.ts'
export { isDeleted, mergeChange, mergeStates } from './mergeChange.ts'
export type { Change, Fields, Json, RecordState } from './mergeChange.ts'
export { batchesOf, restamp, withPending } from './replica.ts'
export type { ReplicaRecord, UnsentChange } from './replica.ts'
export {
  CLOCK_START,
  MAX_AHEAD_MS,
  clockOffsetMs,
  isStamp,
  laterOf,
  parseStamp,
  stampOf,
  tick,
  witness,
} from './stamps.ts'
export type { ClockState, Stamp } from './stamps.ts'
export { inverseOf } from './inverseOf.ts'
export type { Undoable } from './inverseOf.ts'
