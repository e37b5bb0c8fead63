/** What was worked out before, by key: never more than so many, after which it begins anew. */
export class BoundedCache<Key, Value> {
  private readonly known = new Map<Key, Value>()

  constructor(private readonly most: number) {}

  get(key: Key, work: () => Value): Value {
    let value = this.known.get(key)
    if (value === undefined) {
      if (this.known.size >= this.most) this.known.clear()
      this.known.set(key, (value = work()))
    }
    return value
  }
}
