/** What a worker needs of the device store, without the parts that push and listen in a page. */
export { keptAnswer } from './keptAnswer.ts'
export { store } from './deviceStore.ts'
export { bookRecords, bookWithTrips, listsWithTrips, patchedBook, recordsOf, tripsSince } from './records.ts'
export { touchedSince } from './touched.ts'
