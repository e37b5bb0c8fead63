import { nmeaChecksum } from '@jotbook/core/formats'

/** `$<body>*<checksum>`. */
export const sentence = (body: string): string => `$${body}*${nmeaChecksum(body)}`

const two = (value: number): string => String(value).padStart(2, '0')

/** Degrees as NMEA writes them: degrees and minutes run together, and the hemisphere. */
function angle(degrees: number, digits: number, [positive, negative]: readonly [string, string]): string {
  const whole = Math.floor(Math.abs(degrees))
  const minutes = ((Math.abs(degrees) - whole) * 60).toFixed(4).padStart(7, '0')
  return `${String(whole).padStart(digits, '0')}${minutes},${degrees < 0 ? negative : positive}`
}

/** Position, speed and time. */
export function rmc(ms: number, latitude: number, longitude: number, knots: number): string {
  const time = new Date(ms)
  const clock = `${two(time.getUTCHours())}${two(time.getUTCMinutes())}${two(time.getUTCSeconds())}.00`
  const day = `${two(time.getUTCDate())}${two(time.getUTCMonth() + 1)}${two(time.getUTCFullYear() % 100)}`
  return sentence(
    `GPRMC,${clock},A,${angle(latitude, 2, ['N', 'S'])},${angle(longitude, 3, ['E', 'W'])},${knots.toFixed(1)},0.0,${day},,,A`,
  )
}

export const dpt = (depthM: number): string => sentence(`SDDPT,${depthM.toFixed(1)},0.3`)
export const mtw = (tempC: number): string => sentence(`YXMTW,${tempC.toFixed(1)},C`)
export const vtg = (knots: number): string =>
  sentence(`GPVTG,0.0,T,,M,${knots.toFixed(1)},N,${(knots * 1.852).toFixed(1)},K,A`)
