/** Remarks that say the same of one column: how many there are, and the first of them. */
export interface AlikeRemarks<R> {
  readonly count: number
  readonly message: string
  readonly examples: readonly R[]
}

const EXAMPLES = 3

/** Says the same of whatever value: what stands in quotation marks, and numbers, are left out. */
const shapeOf = (message: string): string => message.replace(/“[^”]*”|"[^"]*"/g, '“”').replace(/\d+([.,:]\d+)*/g, '0')

/** Remarks put together that say the same of the same column, in the order in which each is first said. */
export function alikeRemarks<
  R extends { readonly message: string; readonly column?: string | undefined; readonly file?: string },
>(remarks: readonly R[]): AlikeRemarks<R>[] {
  const groups = new Map<string, { count: number; message: string; examples: R[] }>()
  for (const remark of remarks) {
    const key = JSON.stringify([remark.file, remark.column, shapeOf(remark.message)])
    const group = groups.get(key) ?? { count: 0, message: remark.message, examples: [] }
    group.count++
    if (group.examples.length < EXAMPLES) group.examples.push(remark)
    groups.set(key, group)
  }
  return [...groups.values()]
}
