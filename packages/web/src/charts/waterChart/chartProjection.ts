import { geoDistance, geoMercator } from 'd3'

/** Longitude and latitude in degrees. */
export type Position = readonly [longitude: number, latitude: number]

export interface ChartProjection {
  readonly toPage: (position: Position) => readonly [x: number, y: number]
  readonly toPosition: (x: number, y: number) => Position
  /** Kilometres a page unit in the middle of the chart. */
  readonly kmPerUnit: number
}

const EARTH_KM = 6371.0088
/** A chart of one place, or of none, shows so many degrees around it. */
const LEAST_DEGREES = 0.004

/** A chart that holds all the positions given, with a margin; without any, the whole world at nought. */
export function projectionOf(positions: readonly Position[], width: number, height: number, zoom = 1): ChartProjection {
  const [west, east] = extent(positions.map(([longitude]) => longitude))
  const [south, north] = extent(positions.map(([, latitude]) => latitude))
  const corners: [number, number][] = [
    [west, south],
    [east, north],
  ]
  const margin = 0.08
  const box: [[number, number], [number, number]] = [
    [width * margin, height * margin],
    [width * (1 - margin), height * (1 - margin)],
  ]
  const fitted = geoMercator().fitExtent(box, { type: 'MultiPoint', coordinates: corners })
  const middle: [number, number] = [(west + east) / 2, (south + north) / 2]
  const projection = geoMercator()
    .scale(fitted.scale() * zoom)
    .center(middle)
    .translate([width / 2, height / 2])
  const toPage = (position: Position): readonly [number, number] => projection([...position]) ?? [0, 0]
  const toPosition = (x: number, y: number): Position => projection.invert?.([x, y]) ?? middle
  const [a, b] = [toPosition(width / 2, height / 2), toPosition(width / 2 + 10, height / 2)]
  return { toPage, toPosition, kmPerUnit: (geoDistance([...a], [...b]) * EARTH_KM) / 10 }
}

function extent(values: readonly number[]): [number, number] {
  if (values.length === 0) return [-LEAST_DEGREES, LEAST_DEGREES]
  const [low, high] = [Math.min(...values), Math.max(...values)]
  const grow = Math.max(0, LEAST_DEGREES - (high - low)) / 2
  return [low - grow, high + grow]
}
