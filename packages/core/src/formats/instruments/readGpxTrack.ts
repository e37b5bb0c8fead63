import { SaxesParser } from 'saxes'
import { parseInstant } from '../../time/index.ts'
import { PlacesRefusal, refuseDeclarations } from '../readPlaces.ts'
import { metresBetween, thinTrack } from './track.ts'
import type { TrackPoint } from './track.ts'

export interface ReadTrack {
  readonly track: readonly TrackPoint[]
  /** Points in the file, and those without a time, which cannot be laid along a day. */
  readonly points: number
  readonly untimed: number
}

const SLICE = 500_000
const LARGEST_LETTERS = 60_000_000

/**
 * The timed track of a GPX 1.1 text, thinned; the water's depth where a sounder wrote it as an extension `depth` (metres).
 * Read as a stream, slice by slice; `onProgress` is told how many letters have been read.
 * Throws PlacesRefusal, with the line, for a text that is not well-formed, is no GPX, declares a document type, or has a point nowhere.
 */
export function readGpxTrack(text: string, onProgress?: (read: number, all: number) => void): ReadTrack {
  if (text.length > LARGEST_LETTERS)
    throw new PlacesRefusal(`The file has ${text.length} letters; at most ${LARGEST_LETTERS} are taken.`)
  refuseDeclarations(text)
  const points = new Points()
  const parser = new SaxesParser({ position: true })
  const path: string[] = []
  const refuse = (what: string): never => {
    throw new PlacesRefusal(`Line ${parser.line}: ${what}`)
  }
  parser.on('error', () => refuse('the file is not well-formed XML.'))
  parser.on('opentag', ({ name, attributes }) => {
    if (path.length === 0 && name !== 'gpx') refuse('the file is XML, but no GPX.')
    path.push(localName(name))
    if (name === 'trkpt' && !points.open(Number(attributes.lat), Number(attributes.lon)))
      refuse('a point has no latitude and longitude.')
  })
  parser.on('text', (letters) => points.write(path.at(-1) ?? '', letters))
  parser.on('closetag', ({ name }) => {
    path.pop()
    if (name === 'trkpt') points.close()
  })
  for (let from = 0; from < text.length; from += SLICE) {
    parser.write(text.slice(from, from + SLICE))
    onProgress?.(Math.min(text.length, from + SLICE), text.length)
  }
  parser.close()
  return { track: thinTrack(points.timed), points: points.all, untimed: points.all - points.timed.length }
}

const localName = (name: string): string => name.slice(name.indexOf(':') + 1)

/** The points of a track as they go by. */
class Points {
  readonly timed: TrackPoint[] = []
  all = 0
  private place: readonly [number, number] | undefined
  private time = ''
  private depth = ''

  /** False for a place that is none. */
  open(latitude: number, longitude: number): boolean {
    this.all++
    this.place = [latitude, longitude]
    this.time = ''
    this.depth = ''
    return Math.abs(latitude) <= 90 && Math.abs(longitude) <= 180
  }

  write(element: string, letters: string): void {
    if (!this.place) return
    if (element === 'time') this.time += letters
    else if (element === 'depth') this.depth += letters
  }

  close(): void {
    const ms = parseInstant(this.time)
    const depthM = this.depth.trim() === '' ? NaN : Number(this.depth)
    if (ms !== undefined && this.place)
      this.timed.push([ms, ...this.place, depthM >= 0 && depthM <= 200 ? depthM : null])
    this.place = undefined
  }
}

/** The spot nearest to a place, if it lies within reach. */
export function spotNear<S extends { readonly latitude?: number | null; readonly longitude?: number | null }>(
  spots: readonly S[],
  place: { readonly latitude: number; readonly longitude: number },
  reachM = 100,
): S | undefined {
  const near = spots.flatMap((spot) => {
    if (typeof spot.latitude !== 'number' || typeof spot.longitude !== 'number') return []
    return [{ spot, apartM: metresBetween([spot.latitude, spot.longitude], [place.latitude, place.longitude]) }]
  })
  return near.filter(({ apartM }) => apartM <= reachM).sort((a, b) => a.apartM - b.apartM)[0]?.spot
}
