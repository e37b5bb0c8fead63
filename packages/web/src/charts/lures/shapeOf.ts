import shapes from './shapes.json' with { type: 'json' }

type Zone = 'back' | 'side' | 'belly'
type Zoned = readonly [zone: Zone, path: string]

/** Geometry of a lure in a field 160 wide and 66 high, head to the left, drawn after its class's own build. Paths of every class stand in shapes.json. */
export interface LureShape {
  /** Closed outline of the body; no two classes share one. */
  readonly body: string
  /** Lower edges of the back and of the side zone, as paths that close over the top. */
  readonly back: string
  readonly side: string
  /** A clear lip, closed. */
  readonly lip?: string
  /** The hollow face of a popper, closed. */
  readonly cup?: string
  readonly eye?: readonly number[]
  /** Where trebles hang. */
  readonly trebles: readonly (readonly number[])[]
  /** A treble that lies in line with the tail. */
  readonly tailTreble?: readonly number[]
  /** Wires and single hooks: open strokes. */
  readonly wires: readonly string[]
  /** Weed guards: fine open strokes. */
  readonly guard: readonly string[]
  /** Metal blades, props, weights, closed. */
  readonly blades: readonly string[]
  /** Strands of a skirt, hair or tentacles, with the zone each takes its colour from. */
  readonly strands: readonly Zoned[]
  /** Tails, legs, fins and second bodies, closed. */
  readonly parts: readonly Zoned[]
  /** Ribs, gills and hammer marks on the body. */
  readonly lines: readonly string[]
  /** First and last x of the body, which stand for the lure's length. */
  readonly span: readonly number[]
}

const SHAPES = shapes as unknown as Readonly<Record<string, LureShape>>

/** A class that is not the trade's own stands as the shape of the jig: a head and something behind it. */
export const shapeOf = (lureClass: string): LureShape => SHAPES[lureClass] ?? (SHAPES['finesse jig'] as LureShape)
