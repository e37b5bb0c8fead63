import { describe, expect, it } from 'vitest'
import { HOUR_MS } from '../../time/index.ts'
import {
  SounderIntake,
  nmeaChecksum,
  placeAlong,
  readGpxTrack,
  readMetars,
  spotNear,
  thinReports,
  trackOf,
} from './index.ts'
import type { WeatherReport } from './index.ts'

const said = (body: string): string => `$${body}*${nmeaChecksum(body)}`
const rmc = (clock: string, day = '140326'): string =>
  said(`GPRMC,${clock},A,3654.0000,N,08506.0000,W,0.4,0.0,${day},,,A`)
const mtw = (tempC: number): string => said(`YXMTW,${tempC.toFixed(1)},C`)

function heard(lines: readonly string[]): { intake: SounderIntake; out: ReturnType<SounderIntake['drain']> } {
  const intake = new SounderIntake()
  for (const line of lines) intake.take(line)
  return { intake, out: intake.drain() }
}

describe('NMEA sentences', () => {
  // The RMC sentence by which the format is commonly explained (from memory): 48°07.038′ N, 11°31.000′ E, 23 March 1994, 12:35:19.
  const EXAMPLE = '$GPRMC,123519,A,4807.038,N,01131.000,E,022.4,084.4,230394,003.1,W*6A'

  it('give their own place and time', () => {
    expect(heard([EXAMPLE]).out.track).toEqual([
      [Date.UTC(1994, 2, 23, 12, 35, 19), expect.closeTo(48.1173, 4), expect.closeTo(11.51667, 4), null],
    ])
  })

  it('with a wrong checksum, or none, are counted and never used', () => {
    const { intake, out } = heard([
      EXAMPLE.replace('6A', '6B'),
      EXAMPLE.replace('*6A', ''),
      EXAMPLE.replace('4807', '4907'),
    ])
    expect([out.track, intake.counts]).toEqual([
      [],
      { used: 0, checksum: 3, unreadable: 0, otherwise: 0, untimed: 0, leaps: 0 },
    ])
  })

  it('become readings when the water changes by more than the sensor’s noise, or after ten minutes', () => {
    const quarter = (start: number, temps: readonly number[]): string[] =>
      temps.flatMap((tempC, i) => [
        rmc(`${12 + Math.floor((start + i) / 60)}${String((start + i) % 60).padStart(2, '0')}00`),
        mtw(tempC),
      ])
    const { out } = heard([
      said('SDDPT,4.2,0.3'),
      ...quarter(0, [8, 8, 8, 8, 8, 8.1, 8, 8.1, 30, 8, 8, 8, 8, 8, 8, 8, 8.4, 8.4, 8.4, 8.4]),
    ])
    expect(
      out.readings.map(({ ms, waterTempC, depthM }) => [new Date(ms).toISOString().slice(11, 16), waterTempC, depthM]),
    ).toEqual([
      ['12:04', 8, 4.5],
      ['12:14', 8, 4.5],
      ['12:18', 8.4, 4.5],
    ])
  })

  it('that are binary, endless, without a time or years apart do no harm', () => {
    const { intake, out } = heard([
      '\u0000\u0001\ufffd\u0002',
      `$GP${'A'.repeat(500)}`,
      mtw(8),
      rmc('120000'),
      rmc('120010', '140319'),
      said('GPGSV,1,1,00'),
      said('SDDPT,,'),
    ])
    expect(intake.counts).toEqual({ used: 1, checksum: 0, unreadable: 2, otherwise: 2, untimed: 1, leaps: 1 })
    expect(out.track).toHaveLength(1)
  })

  it('that come out of order do not turn the clock back', () => {
    const { out } = heard([rmc('120000'), rmc('120200'), rmc('120100'), rmc('122000')])
    expect(out.track.map(([ms]) => new Date(ms).toISOString().slice(14, 16))).toEqual(['00', '20'])
  })
})

const NEAR = Date.parse('2026-03-14T13:00:00Z')
const one = (line: string): WeatherReport | undefined => readMetars(line, NEAR).reports[0]
const remarksOf = (text: string): string[] =>
  readMetars(text, NEAR).remarks.map(({ line, message }) => `${line}: ${message}`)

describe('METAR', () => {
  // Codes as in WMO No. 306, FM 15; knots, eighths and hundredths of an inch worked by hand.
  it('gives wind, cloud, rain, air and pressure in the book’s units', () => {
    expect(one('METAR XVAL 141251Z AUTO 22012G20KT 10SM -RA SCT030 BKN045 OVC080 08/05 A2992 RMK AO2 P0005')).toEqual({
      ms: Date.parse('2026-03-14T12:51:00Z'),
      station: 'XVAL',
      automatic: true,
      lightning: false,
      windMps: 6.2,
      gustMps: 10.3,
      windFromDeg: 220,
      cloudPct: 100,
      precipitation: 'rain',
      rainMm: 1.3,
      airTempC: 8,
      pressureHpa: 1013.2,
    })
    expect(one('XQNR 141250Z VRB03KT CAVOK M02/M05 Q1021')).toEqual(
      expect.objectContaining({ windMps: 1.5, cloudPct: 0, airTempC: -2, pressureHpa: 1021 }),
    )
    expect(one('XQNR 141250Z VRB03KT CAVOK M02/M05 Q1021')).not.toHaveProperty('windFromDeg')
  })

  it('says nothing of groups that are missing', () => {
    expect(one('XQNR 141250Z AUTO /////KT //// ////// M02/// Q1021')).toEqual({
      ms: Date.parse('2026-03-14T12:50:00Z'),
      station: 'XQNR',
      automatic: true,
      lightning: false,
      precipitation: 'none',
      airTempC: -2,
      pressureHpa: 1021,
    })
  })

  it('hears the thunder, and the correction of a report goes before the report', () => {
    const text =
      'METAR XVAL 141251Z 22012KT 9999 TSRA BKN020CB 15/12 Q0999=\nMETAR COR XVAL 141251Z 22012KT 9999 TSRA\n  BKN020CB 15/12 Q1009='
    expect(readMetars(text, NEAR)).toMatchObject({
      reports: [{ pressureHpa: 1009, lightning: true, cloudPct: 75, airTempC: 15 }],
      remarks: [],
    })
  })

  it('of another month is taken from the last one that had such a day', () => {
    expect(new Date(one('XVAL 311251Z 22012KT')?.ms ?? 0).toISOString()).toBe('2026-01-31T12:51:00.000Z')
  })

  it('that cannot be used is named by its line', () => {
    expect(
      remarksOf(
        [
          'hello garbage',
          'XVAL 991299Z 22012KT',
          'METAR XVAL 141251Z NIL',
          'XVAL 141051Z 22012KT Q9999',
          'XVAL 121251Z 22012KT Q1010',
          `XVAL 141251Z ${'9999 '.repeat(200)}`,
        ].join('\n'),
      ),
    ).toEqual([
      expect.stringMatching(/^1: No weather report/),
      '2: There is no time 991299Z: not used.',
      '3: XVAL had nothing to report at 12:51Z (NIL).',
      '4: A pressure of 9999 hPa cannot be: not used.',
      '5: The report is 48 hours old.',
      expect.stringMatching(/^6: Longer than any report/),
    ])
  })

  it('is thinned to what is new, and no rain is lost', () => {
    const hourly = Array.from({ length: 12 }, (_, i): WeatherReport => ({
      ms: i * HOUR_MS,
      station: 'XVAL',
      automatic: false,
      lightning: false,
      windMps: 4,
      pressureHpa: 1010 + (i > 6 ? 4 : 0),
      rainMm: 0.5,
      precipitation: 'rain',
    }))
    const thin = thinReports(hourly)
    expect(thin.map(({ ms }) => ms / HOUR_MS)).toEqual([0, 3, 6, 7, 10, 11])
    expect(thin.reduce((sum, { rainMm = 0 }) => sum + rainMm, 0)).toBe(6)
  })
})

const gpx = (points: string): string =>
  `<?xml version="1.0"?><gpx version="1.1" creator="made up" xmlns="http://www.topografix.com/GPX/1/1"><trk><trkseg>${points}</trkseg></trk></gpx>`
const point = (minute: number, lat: number, depthM = ''): string =>
  `<trkpt lat="${lat}" lon="-85.1"><time>2026-03-14T12:${String(minute).padStart(2, '0')}:00Z</time>${depthM && `<extensions><s:depth xmlns:s="urn:s">${depthM}</s:depth></extensions>`}</trkpt>\n`

describe('a GPX track', () => {
  it('lays itself along the day, with the water’s depth', () => {
    const { track, points, untimed } = readGpxTrack(
      gpx(`${point(0, 36.9, '4.5')}${point(5, 36.901)}<trkpt lat="36.9" lon="-85.1"/>${point(30, 36.905)}`),
    )
    expect([track.length, points, untimed]).toEqual([3, 4, 1])
    expect(placeAlong(track, Date.parse('2026-03-14T12:02:30Z'))).toEqual({
      latitude: expect.closeTo(36.9005, 9) as number,
      longitude: -85.1,
      depthM: 4.5,
    })
    // Nothing is known of a place between points far apart.
    expect(placeAlong(track, Date.parse('2026-03-14T12:20:00Z'))).toBeUndefined()
    // Nor hours before the first of them.
    expect(placeAlong(track, Date.parse('2026-03-14T09:00:00Z'))).toBeUndefined()
    expect(trackOf(JSON.parse(JSON.stringify(track)))).toEqual(track)
    expect(trackOf([[1, 2], 'x', null])).toEqual([])
  })

  it('is refused with its line when it is cut off, lies nowhere, is something else or brings entities', () => {
    const cases: [string, RegExp][] = [
      [gpx(point(0, 36.9)).slice(0, -12), /not well-formed/],
      [gpx(`${point(0, 36.9)}${point(1, 136.9)}`), /Line 2: a point has no latitude/],
      ['<kml></kml>', /Line 1: the file is XML, but no GPX/],
      [`<!DOCTYPE gpx [<!ENTITY x SYSTEM "file:///etc/passwd">]>${gpx('&x;')}`, /declares a document type/],
      ['', /not well-formed/],
    ]
    for (const [text, message] of cases) expect(() => readGpxTrack(text), String(message)).toThrow(message)
  })

  it('finds the spot it lay on', () => {
    const spots = [
      { id: 'far', latitude: 36.91, longitude: -85.1 },
      { id: 'near', latitude: 36.9004, longitude: -85.1 },
      { id: 'nowhere' },
    ]
    expect(spotNear(spots, { latitude: 36.9, longitude: -85.1 })).toMatchObject({ id: 'near' })
    expect(spotNear(spots, { latitude: 36.8, longitude: -85.1 })).toBeUndefined()
  })
})
