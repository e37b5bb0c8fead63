import { describe, expect, it } from 'vitest'
import { readPlaces } from './index.ts'

const ring = [
  [-85.1, 36.9],
  [-85.0, 36.9],
  [-85.0, 37.0],
  [-85.1, 36.9],
]
const gpxOf = (inner: string): string =>
  `<?xml version="1.0"?>\n<gpx version="1.1" creator="test" xmlns="http://www.topografix.com/GPX/1/1">\n${inner}\n</gpx>`

describe('places out of files', () => {
  it('reads outlines and spots out of GeoJSON, and says what is neither', () => {
    const text = JSON.stringify({
      type: 'FeatureCollection',
      features: [
        { type: 'Feature', properties: { name: 'North Arm' }, geometry: { type: 'Polygon', coordinates: [ring] } },
        {
          type: 'Feature',
          properties: { name: 'Point' },
          geometry: { type: 'Point', coordinates: [-85.05, 36.95, 201] },
        },
        {
          type: 'Feature',
          properties: { name: 'Road' },
          geometry: { type: 'LineString', coordinates: ring.slice(0, 3) },
        },
        { type: 'Feature', properties: null, geometry: { type: 'Point', coordinates: [999, 0] } },
      ],
    })
    const { outlines, points, remarks } = readPlaces(text)
    expect(outlines).toEqual([{ name: 'North Arm', outline: { type: 'Polygon', coordinates: [ring] } }])
    expect(points).toEqual([{ name: 'Point', latitude: 36.95, longitude: -85.05 }])
    expect(remarks).toHaveLength(2)
  })

  it('reads waypoints of a GPX file, and a track walked around a water as its shore', () => {
    const walk = [
      [36.9, -85.1],
      [36.9, -85.0],
      [37.0, -85.0],
      [36.9001, -85.1001],
    ]
      .map(([lat, lon]) => `<trkpt lat="${lat}" lon="${lon}"/>`)
      .join('')
    const { outlines, points, remarks } = readPlaces(
      gpxOf(
        `<wpt lat="36.95" lon="-85.05"><name>Ledge</name></wpt><trk><name>Shore</name><trkseg>${walk}</trkseg></trk>`,
      ),
    )
    expect(points).toEqual([{ name: 'Ledge', latitude: 36.95, longitude: -85.05 }])
    expect(outlines.map(({ name }) => name)).toEqual(['Shore'])
    expect(remarks).toEqual([])
  })

  it.each([
    ['hello', /neither GeoJSON nor GPX/],
    ['{"type":\n"Feature",', /cut off/],
    [gpxOf('<wpt lat="1" lon="2">'), /not well-formed/],
    ['<kml></kml>', /no GPX/],
    [
      '<?xml version="1.0"?>\n<!DOCTYPE gpx [<!ENTITY x SYSTEM "file:///etc/passwd">]>\n<gpx>&x;</gpx>',
      /^Line 2: the file declares a document type/,
    ],
  ])('refuses %s', (text, message) => {
    expect(() => readPlaces(text)).toThrow(message)
  })
})
