/** A failure with the exit code it ends in: 1 the data is at fault, 2 the call is. */
export class Failure extends Error {
  constructor(
    message: string,
    readonly exitCode: 1 | 2,
  ) {
    super(message)
  }
}

/** A RangeError out of core here is about what was asked, not about the data. */
export function asCallFault<T>(compute: () => T): T {
  try {
    return compute()
  } catch (error) {
    if (error instanceof RangeError) throw new Failure(error.message, 2)
    throw error
  }
}
