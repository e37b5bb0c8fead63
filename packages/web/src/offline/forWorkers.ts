/** What a worker needs of the device store, without the parts that push and listen in a page. */
export { store } from './deviceStore.ts'
export { bookRecords } from './records.ts'
