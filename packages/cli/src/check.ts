import { checkBundle } from '@jotbook/contract/bundle'
import { bundleFiles, remarkText } from './bundleFiles.ts'

/** `jot check`: faults (exit 1 if any), loose ends and remarks, each with its place. */
export function check(path: string, { json }: { json?: boolean }): number {
  const { rows, faults, looseEnds, remarks } = checkBundle(bundleFiles(path))
  if (json) {
    console.log(JSON.stringify({ records: rows.length, faults, loose_ends: looseEnds, remarks }, null, 2))
  } else {
    for (const [title, list] of [
      ['fault', faults],
      ['loose end', looseEnds],
      ['remark', remarks],
    ] as const) {
      for (const remark of list) console.log(`${title}: ${remarkText(remark)}`)
    }
    console.log(`${rows.length} records, ${faults.length} faults, ${looseEnds.length} loose ends.`)
  }
  return faults.length > 0 ? 1 : 0
}
