/** The answers to the last few questions, those asked for last: going back to one is instant. What failed is asked again. */
export class LastAnswers<A> {
  private readonly answers = new Map<string, A>()

  constructor(private readonly most: number) {}

  /** `question`: plain data, all that the answer goes by. */
  async answer(question: object, ask: () => Promise<A>): Promise<A> {
    const key = JSON.stringify(question)
    const answer = this.answers.get(key) ?? (await ask())
    this.answers.delete(key)
    this.answers.set(key, answer)
    for (const old of [...this.answers.keys()].slice(0, -this.most)) this.answers.delete(old)
    return answer
  }
}
