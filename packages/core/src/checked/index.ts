export { at, entry, lastOf } from './at.ts'
export { QuestionError } from './questionError.ts'
