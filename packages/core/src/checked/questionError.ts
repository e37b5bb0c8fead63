/**
 * A question that cannot be answered as it was put: a column nobody knows, a range that is empty, two lures that share no hour. Its
 * message says why and goes to whoever asked. A RangeError that is none is a mistake of the code that called.
 */
export class QuestionError extends RangeError {
  override readonly name = 'QuestionError'
}
