const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/

/** Ids are UUIDs in lower case everywhere: one spelling, so that two spellings never name one record. */
export const isUuid = (value: unknown): value is string => typeof value === 'string' && UUID.test(value)
