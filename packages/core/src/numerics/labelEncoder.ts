/** Labels in the order in which they are first met, each with its number. */
export class LabelEncoder<Label = string> {
  private readonly codes = new Map<Label, number>()
  readonly labels: Label[] = []

  codeOf(label: Label): number {
    let code = this.codes.get(label)
    if (code === undefined) {
      code = this.labels.length
      this.codes.set(label, code)
      this.labels.push(label)
    }
    return code
  }
}
