/** A failure with the exit code it ends in: 1 the data is at fault, 2 the call is. */
export class Failure extends Error {
  constructor(
    message: string,
    readonly exitCode: 1 | 2,
  ) {
    super(message)
  }
}
