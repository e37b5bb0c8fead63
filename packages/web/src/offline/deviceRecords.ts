import { v7 as uuidv7 } from 'uuid'
import { CLOCK_START } from '@jotbook/core'
import type { Kind, RecordState } from '@jotbook/core'
import { store } from './deviceStore.ts'
import type { DeviceMeta, DeviceRecord } from './deviceStore.ts'
import type { Touched } from './touched.ts'

/** This device's name and clock; a new device gets a name, kept by the first transaction that writes it. */
export async function thisDevice(): Promise<DeviceMeta> {
  return (
    (await store.device.get('device')) ?? {
      key: 'device',
      device: `d-${uuidv7()}`,
      clock: CLOCK_START,
      seen: CLOCK_START,
    }
  )
}

/** As `thisDevice`, with its name kept: for whoever must know it before anything is written. */
export const namedDevice = (): Promise<DeviceMeta> =>
  store.transaction('rw', store.device, async () => {
    const device = await thisDevice()
    await store.device.put(device)
    return device
  })

/** Takes everything off this device, pictures that were seen too. */
export async function clearDevice(): Promise<void> {
  await store.delete({ disableAutoOpen: false })
  await globalThis.caches?.delete('pictures')
}

/** The trip a record is filed under. */
export function tripOf(kind: Kind, id: string, state: RecordState): string {
  return kind === 'trip' ? id : typeof state.fields.trip === 'string' ? state.fields.trip : ''
}

/** Nothing is worked out from them that pages keep. */
const ASIDE: ReadonlySet<Kind> = new Set(['plan', 'advice', 'rodTest', 'pattern', 'claim', 'eventRules'])

/** The trips that records are filed under; undefined where one of them changes what every trip is read as. */
export const tripsOfRecords = (rows: Iterable<Pick<DeviceRecord, 'kind' | 'trip' | 'shown'>>): Touched => {
  const all = [...rows]
  if (all.length > 0 && all.every(({ kind }) => ASIDE.has(kind))) return 'aside'
  return all.some(({ kind, shown }) => kind === 'book' || shown.fields.mergedInto !== undefined)
    ? undefined
    : all.map(({ trip }) => trip)
}
