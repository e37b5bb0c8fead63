/** Geometry of a lure in a field 160 wide and 64 high, head to the left, drawn after the class's own build. */
export interface LureShape {
  /** Closed outline of the body. */
  readonly body: string
  /** Lower edges of the back and of the side zone, as paths that close over the top. */
  readonly back: string
  readonly side: string
  /** A clear lip, closed. */
  readonly lip?: string
  readonly eye?: readonly [x: number, y: number]
  /** Where trebles hang. */
  readonly trebles: readonly (readonly [x: number, y: number])[]
  /** Wires, single hooks: open strokes. */
  readonly wires: readonly string[]
  /** Metal blades, closed. */
  readonly blades: readonly string[]
  /** Strands of a skirt with the zone each takes its colour from. */
  readonly strands: readonly (readonly ['back' | 'side' | 'belly', string])[]
  /** First and last x of the body, which stand for the lure's length. */
  readonly span: readonly [from: number, to: number]
}

const NONE = { trebles: [], wires: [], blades: [], strands: [] } as const

/** Long, slim, little lip at a steep angle, three trebles. */
const JERKBAIT: LureShape = {
  ...NONE,
  body: 'M24 30 C30 22 56 17 92 19 C120 21 140 26 152 30 C142 34 122 40 92 41 C58 42 32 39 24 30 Z',
  back: 'M16 8 H156 V27 C130 25 70 24 22 31 Z',
  side: 'M16 8 H156 V31 C130 35 70 37 22 33 Z',
  lip: 'M29 34 L9 43 Q7 47 13 47 L36 38 Z',
  eye: [36, 28],
  trebles: [
    [54, 41],
    [90, 42],
    [152, 30],
  ],
  span: [24, 152],
}

/** Short and deep with flat flanks, a square lip at half a right angle, two trebles. */
const FLAT_CRANK: LureShape = {
  ...NONE,
  body: 'M40 31 C44 15 70 8 98 13 C122 17 140 28 147 33 C137 41 120 50 92 52 C62 54 43 47 40 31 Z',
  back: 'M34 2 H150 V30 C124 22 76 20 36 31 Z',
  side: 'M34 2 H150 V34 C124 42 80 44 38 37 Z',
  lip: 'M46 40 L20 57 L27 64 L58 48 Z',
  eye: [54, 26],
  trebles: [
    [84, 53],
    [147, 33],
  ],
  span: [40, 147],
}

/** Bullet head on a bent wire; the upper arm carries a leaf blade over a skirt that hides most of the hook. */
const SPINNERBAIT: LureShape = {
  ...NONE,
  body: 'M46 46 C38 46 33 43 33 40 C33 37 38 34 46 34 C54 34 60 37 62 40 C60 43 54 46 46 46 Z',
  back: 'M30 30 H64 V38 H30 Z',
  side: 'M30 30 H64 V42 H30 Z',
  eye: [41, 39],
  wires: ['M36 40 L20 30 Q15 27 20 23 L94 8', 'M60 40 L122 46 Q136 47 136 38 Q136 31 128 32 L131 36', 'M94 8 L99 12'],
  blades: ['M98 11 C108 4 128 6 140 17 C126 21 108 20 98 11 Z', 'M70 14 a5 5 0 1 0 0.1 0 Z'],
  strands: [
    ['back', 'M60 38 C80 30 104 27 122 29'],
    ['back', 'M60 39 C84 33 108 32 126 34'],
    ['side', 'M61 40 C86 37 110 37 128 39'],
    ['side', 'M61 41 C86 41 110 42 128 44'],
    ['side', 'M60 42 C84 45 106 48 124 49'],
    ['belly', 'M60 43 C82 50 102 54 118 55'],
    ['belly', 'M58 44 C76 54 92 58 108 60'],
  ],
  span: [20, 140],
}

/** Classes still to be drawn after their own build stand as a plain outline. */
const PLAIN: LureShape = {
  ...NONE,
  body: 'M28 32 C44 20 116 20 140 32 C116 44 44 44 28 32 Z',
  back: 'M20 10 H150 V29 H20 Z',
  side: 'M20 10 H150 V36 H20 Z',
  wires: ['M140 32 L150 27', 'M140 32 L150 37'],
  span: [28, 140],
}

const SHAPES: Readonly<Record<string, LureShape>> = {
  'suspending jerkbait': JERKBAIT,
  'deep suspending jerkbait': JERKBAIT,
  'flat-sided crankbait': FLAT_CRANK,
  spinnerbait: SPINNERBAIT,
}

export const shapeOf = (lureClass: string): LureShape => SHAPES[lureClass] ?? PLAIN
