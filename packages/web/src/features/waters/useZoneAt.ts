import { useEffect, useState } from 'react'
import { parseNumber } from '@jotbook/core'

/** The time zone of a position; undefined for one that is none. The table of zones is loaded at its first use. */
export async function zoneAt(latitude: number, longitude: number): Promise<string | undefined> {
  if (Math.abs(latitude) > 90 || Math.abs(longitude) > 180) return undefined
  return (await import('@photostructure/tz-lookup')).default(latitude, longitude)
}

/** The time zone of a position as typed; undefined while there is none. */
export function useZoneAt(latitude: string, longitude: string): string | undefined {
  const [zone, setZone] = useState<string>()
  const [lat, lon] = [parseNumber(latitude), parseNumber(longitude)]
  useEffect(() => {
    let wanted = true
    if (lat === undefined || lon === undefined) setZone(undefined)
    else void zoneAt(lat, lon).then((found) => wanted && setZone(found))
    return () => {
      wanted = false
    }
  }, [lat, lon])
  return zone
}
