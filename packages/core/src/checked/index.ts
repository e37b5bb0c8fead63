export { at, entry, lastOf } from './at.ts'
