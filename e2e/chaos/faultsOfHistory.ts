import { mergeChange } from '../../packages/core/src/index.ts'
import type { Change, Kind, RecordState } from '../../packages/core/src/index.ts'
import { DigestSum, recordDigest } from '../../packages/core/src/sync/recordDigest.ts'
import type { ChaosDevice } from './chaosDevice.ts'

type Logged = Change & { readonly seq: number }

/**
 * What a history must be: every acknowledged change is in the log once; nothing is in it that nobody made; numbers rise; every device saw
 * the log as it is, in its order, without a gap; and log, records and devices come to the same. Returns what is wrong.
 */
export function faultsOfHistory(log: readonly Logged[], devices: readonly ChaosDevice[], serverSum: string): string[] {
  const faults: string[] = []
  const times = new Map<string, number>()
  for (const { id } of log) times.set(id, (times.get(id) ?? 0) + 1)
  for (const [id, count] of times) if (count > 1) faults.push(`${id} is in the log ${count} times`)
  for (let i = 1; i < log.length; i++)
    if (log[i]!.seq <= log[i - 1]!.seq) faults.push(`number ${log[i]!.seq} follows ${log[i - 1]!.seq}`)
  const byId = new Map(log.map((change) => [change.id, change]))
  const wanted = log.map(({ seq, id }) => `${seq} ${id}`).join('\n')
  for (const [n, device] of devices.entries()) {
    for (const id of device.acknowledged) {
      const kept = byId.get(id)
      if (!kept) faults.push(`device ${n}: acknowledged, and lost: ${id}`)
      else if (JSON.stringify(kept.fields) !== JSON.stringify(device.made.get(id)?.fields))
        faults.push(`device ${n}: changed on its way: ${id}`)
    }
    if (device.refused.length > 0) faults.push(`device ${n}: refused: ${device.refused[0]}`)
    if (device.seen.map(({ seq, id }) => `${seq} ${id}`).join('\n') !== wanted)
      faults.push(`device ${n}: saw another log (${device.seen.length} of ${log.length})`)
    if (sumOf(device.states.values()) !== serverSum) faults.push(`device ${n}: holds another book`)
  }
  if (sumOf(merged(log)) !== serverSum) faults.push('the log comes to another book than the records')
  return faults
}

function merged(
  log: readonly Change[],
): Iterable<{ readonly kind: Kind; readonly id: string; readonly state: RecordState }> {
  const states = new Map<string, { readonly kind: Kind; readonly id: string; readonly state: RecordState }>()
  for (const change of log) {
    const key = `${change.kind} ${change.recordId}`
    states.set(key, { kind: change.kind, id: change.recordId, state: mergeChange(states.get(key)?.state, change) })
  }
  return states.values()
}

function sumOf(records: Iterable<{ readonly kind: Kind; readonly id: string; readonly state: RecordState }>): string {
  const sum = new DigestSum()
  for (const { kind, id, state } of records) sum.add(recordDigest(kind, id, state))
  return sum.hex
}
