/** The element at an index that must be there. Throws an Error, for a fault of ours, with the index and the length when it is not. */
export function at<T>(list: ArrayLike<T>, index: number): T {
  const value = list[index]
  if (value === undefined) throw new Error(`no element ${index} in a list of ${list.length}`)
  return value
}

/** The last element of a list that must not be empty. */
export const lastOf = <T>(list: readonly T[]): T => at(list, list.length - 1)

/** The entry under a key that must be there. Throws an Error, for a fault of ours, with the key when it is not. */
export function entry<T>(record: Readonly<Record<string, T | undefined>>, key: string): T {
  const value = record[key]
  if (value === undefined) throw new Error(`no entry ${key}`)
  return value
}
