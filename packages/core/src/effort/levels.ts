/** Words in the order they were first met, each with its number. */
export class Levels {
  private readonly codes = new Map<string, number>()
  readonly words: string[] = []

  codeOf(word: string): number {
    let code = this.codes.get(word)
    if (code === undefined) {
      code = this.words.length
      this.codes.set(word, code)
      this.words.push(word)
    }
    return code
  }
}
