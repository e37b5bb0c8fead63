import { useEffect, useState } from 'react'
import { parseNumber } from '@jotbook/core'

/** The time zone of a place as typed; undefined while there is none. The table of zones is loaded at its first use. */
export function useZoneAt(latitude: string, longitude: string): string | undefined {
  const [zone, setZone] = useState<string>()
  const [lat, lon] = [parseNumber(latitude), parseNumber(longitude)]
  useEffect(() => {
    let wanted = true
    const sound = lat !== undefined && lon !== undefined && Math.abs(lat) <= 90 && Math.abs(lon) <= 180
    if (!sound) setZone(undefined)
    else void import('@photostructure/tz-lookup').then(({ default: zoneAt }) => wanted && setZone(zoneAt(lat, lon)))
    return () => {
      wanted = false
    }
  }, [lat, lon])
  return zone
}
