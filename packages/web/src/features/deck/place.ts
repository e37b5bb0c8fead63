import type { Fields } from '@jotbook/core'

/** A fix older than this is somewhere else. */
const FRESH_MS = 60_000

let last: GeolocationPosition | undefined
let watching: number | undefined

/** Follows the position while the deck is open and places are allowed: a tap never waits for a fix. */
export function followPlace(on: boolean): void {
  if (!('geolocation' in navigator)) return
  if (on && watching === undefined)
    watching = navigator.geolocation.watchPosition(
      (fix) => (last = fix),
      () => undefined,
      { enableHighAccuracy: true },
    )
  if (!on && watching !== undefined) {
    navigator.geolocation.clearWatch(watching)
    watching = undefined
    last = undefined
  }
}

/** The place of a strike, when allowed and known. */
export function placeNow(): Fields {
  if (!last || Date.now() - last.timestamp > FRESH_MS) return {}
  return { latitude: last.coords.latitude, longitude: last.coords.longitude }
}

export interface Position {
  readonly latitude: number
  readonly longitude: number
}

/** Where we are, asked once; undefined when it is not told. */
export function positionNow(): Promise<Position | undefined> {
  return new Promise((done) => {
    if (!('geolocation' in navigator)) return done(undefined)
    navigator.geolocation.getCurrentPosition(
      ({ coords }) => done({ latitude: coords.latitude, longitude: coords.longitude }),
      () => done(undefined),
      { timeout: 8000, maximumAge: 600_000 },
    )
  })
}

/** Far enough for ordering: squared degrees with longitudes drawn in. */
export const farness = (a: Position, b: { latitude?: number | null; longitude?: number | null }): number =>
  typeof b.latitude === 'number' && typeof b.longitude === 'number'
    ? (a.latitude - b.latitude) ** 2 + ((a.longitude - b.longitude) * Math.cos((a.latitude * Math.PI) / 180)) ** 2
    : Infinity
