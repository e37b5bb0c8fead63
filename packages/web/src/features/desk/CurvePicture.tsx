import { area, curveMonotoneX, line, pointer, scaleLinear } from 'd3'
import { useState } from 'react'
import type { BookCurve, UnitPreferences } from '@jotbook/core'
import { decimals } from '../../ui/locale.ts'
import { ink } from '../../ui/theme.ts'
import { shownOn, unitOn } from './axes.ts'
import type { Axis } from './axes.ts'
import { Picture, RateAxis } from './Picture.tsx'
import { ROOM, heightFor } from './frame.ts'
import { text } from './text.ts'

export interface NamedCurve {
  readonly name: string
  readonly curve: BookCurve
}

type Point = BookCurve['points'][number]

/** Curves are told apart by their strokes, and named at their ends. */
const STROKES = ['', '9 4', '3 4', '12 3 2 3'] as const
const RUG = 26
/** Pieces of the whole length, as core adds the hours up. */
const PIECES = 40
/** Limits beyond this many times the highest rate are cut off. */
const BEYOND = 1.7
const LEAST_DRAG = 6

interface CurvePictureProps {
  readonly curves: readonly NamedCurve[]
  readonly axis: Axis
  readonly units: UnitPreferences
  readonly width: number
  /** A stretch that was chosen. */
  readonly picked: readonly [number, number] | null
  readonly onPick: (picked: [number, number]) => void
}

/** Strikes an hour along a condition: the curve in its likely band, strikes above and hours below, the window marked; a stretch is chosen by dragging. */
export function CurvePicture({ curves, axis, units, width, picked, onPick }: CurvePictureProps) {
  const [drag, setDrag] = useState<number>()
  const height = heightFor(width)
  const { x, y, usual } = scalesOf(curves, width, height)
  const [first] = curves
  if (!first) return null
  const alone = curves.length === 1
  const valueAt = (event: React.PointerEvent<SVGSVGElement>): number => {
    const [low = 0, high = 1] = x.domain()
    return Math.max(low, Math.min(high, x.invert(pointer(event.nativeEvent, event.currentTarget)[0])))
  }
  return (
    <Picture
      width={width}
      height={height}
      label={text.when.curve(axis.word)}
      style={{ overflow: 'visible', cursor: 'crosshair', touchAction: 'pan-y' }}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId)
        setDrag(valueAt(event))
      }}
      onPointerMove={(event) => {
        if (drag === undefined) return
        const at = valueAt(event)
        if (Math.abs(x(at) - x(drag)) >= LEAST_DRAG) onPick(drag < at ? [drag, at] : [at, drag])
      }}
      onPointerUp={() => setDrag(undefined)}
    >
      <RateAxis y={y} width={width} />
      <Below x={x} foot={y(0)} axis={axis} units={units} width={width} height={height} />
      {alone && first.curve.window && (
        <Window from={x(first.curve.window.from)} to={x(first.curve.window.to)} foot={y(0)} />
      )}
      {picked && (
        <rect
          x={x(picked[0])}
          width={Math.max(1, x(picked[1]) - x(picked[0]))}
          y={ROOM.top}
          height={y(0) - ROOM.top}
          fill={ink.hours}
          opacity="0.25"
        />
      )}
      {curves.map(({ name, curve }, i) => (
        <Curve key={name} points={curve.points} x={x} y={y} stroke={STROKES[i] ?? ''} faint={!alone} />
      ))}
      <path d={`M${ROOM.left} ${y(usual)}H${width - ROOM.right}`} stroke={ink.ink} strokeDasharray="2 4" />
      <text x={width - ROOM.right} y={y(usual) - 6} textAnchor="end" fill={ink.ink}>
        {text.usual(usual)}
      </text>
      {alone ? (
        <Rug along={first.curve.along} x={x} foot={y(0)} />
      ) : (
        <Names curves={curves} x={x} y={y} right={width - ROOM.right} />
      )}
    </Picture>
  )
}

type Scale = ReturnType<typeof scaleLinear<number, number>>

function scalesOf(curves: readonly NamedCurve[], width: number, height: number): { x: Scale; y: Scale; usual: number } {
  const points = curves.flatMap(({ curve }) => curve.points)
  const xs = points.map(({ x }) => x)
  const most = Math.max(0.1, ...points.map(({ rate }) => rate))
  const highest = Math.min(BEYOND * most, Math.max(most, ...points.map(({ upper }) => upper)))
  const rests = curves.map(({ curve }) => curve.restsOn)
  const hours = rests.reduce((sum, one) => sum + one.hours, 0)
  return {
    x: scaleLinear([Math.min(...xs), Math.max(...xs)], [ROOM.left, width - ROOM.right]),
    y: scaleLinear([0, highest], [height - ROOM.foot, ROOM.top]).nice(5),
    usual: hours > 0 ? rests.reduce((sum, one) => sum + one.strikes, 0) / hours : 0,
  }
}

interface BelowProps {
  readonly x: Scale
  readonly foot: number
  readonly axis: Axis
  readonly units: UnitPreferences
  readonly width: number
  readonly height: number
}

function Below({ x, foot, axis, units, width, height }: BelowProps) {
  const [low = 0, high = 1] = x.domain()
  // Ticks stand at round figures of the unit that is read.
  const shown = scaleLinear([shownOn(axis, units, low), shownOn(axis, units, high)], x.range())
  const ticks = shown.ticks(Math.max(3, Math.min(9, Math.floor(width / 90))))
  const places = Math.abs((ticks[1] ?? 1) - (ticks[0] ?? 0)) < 1 ? 1 : 0
  return (
    <g fill={ink.quiet}>
      {ticks.map((tick) => (
        <text key={tick} x={shown(tick)} y={foot + RUG + 16} textAnchor="middle">
          {decimals(tick, places)}
        </text>
      ))}
      <text x={width - ROOM.right} y={height - 2} textAnchor="end">
        {[axis.word, unitOn(axis, units)].filter(Boolean).join(', ')}
      </text>
    </g>
  )
}

interface CurveProps {
  readonly points: readonly Point[]
  readonly x: Scale
  readonly y: Scale
  readonly stroke: string
  readonly faint: boolean
}

function Curve({ points, x, y, stroke, faint }: CurveProps) {
  const [, top = 1] = y.domain()
  const cut = (value: number): number => y(Math.min(value, top))
  const band = area<Point>(
    ({ x: at }) => x(at),
    ({ lower }) => cut(lower),
    ({ upper }) => cut(upper),
  ).curve(curveMonotoneX)
  const middle = line<Point>(
    ({ x: at }) => x(at),
    ({ rate }) => cut(rate),
  ).curve(curveMonotoneX)
  return (
    <g className="moves">
      <path d={band([...points]) ?? ''} fill={ink.ink} opacity={faint ? 0.07 : 0.16} />
      <path
        d={middle([...points]) ?? ''}
        fill="none"
        stroke={ink.ink}
        strokeWidth="2.6"
        {...(stroke ? { strokeDasharray: stroke } : {})}
      />
    </g>
  )
}

/** Where the whole band lies over the usual rate. */
const Window = ({ from, to, foot }: { from: number; to: number; foot: number }) => (
  <g>
    <rect
      x={from}
      width={Math.max(1, to - from)}
      y={ROOM.top}
      height={foot - ROOM.top}
      fill={ink.float}
      opacity="0.1"
    />
    <path d={`M${from} ${ROOM.top}V${foot}M${to} ${ROOM.top}V${foot}`} stroke={ink.float} strokeWidth="1.6" />
  </g>
)

/** Hours as boxes under the line, strikes as strokes on them: how much each stretch of the curve rests on. */
function Rug({ along, x, foot }: { along: BookCurve['along']; x: Scale; foot: number }) {
  const most = Math.max(1e-9, ...along.map(({ hours }) => hours))
  const [low = 0, high = 1] = x.domain()
  const width = Math.max(1, (x(high) - x(low)) / PIECES - 1)
  return (
    <g aria-hidden>
      {along.map(({ x: at, hours, strikes }) => (
        <g key={at}>
          <rect
            x={x(at) - width / 2}
            width={width}
            y={foot + 2}
            height={Math.max(1, (RUG - 4) * (hours / most))}
            fill={ink.hours}
          />
          {strikes > 0 && (
            <path d={`M${x(at)} ${foot - 1}v${-Math.min(14, 2 + 1.5 * strikes)}`} stroke={ink.ink} strokeWidth="1.6" />
          )}
        </g>
      ))}
    </g>
  )
}

/** The curves' names at their highest points, one under the other where they would meet. */
function Names({ curves, x, y, right }: { curves: readonly NamedCurve[]; x: Scale; y: Scale; right: number }) {
  const taken: { x: number; y: number }[] = []
  return curves.map(({ name, curve }) => {
    const best = curve.points.reduce((a, b) => (b.rate > a.rate ? b : a))
    const at = { x: Math.min(x(best.x), right - 110), y: Math.max(ROOM.top + 10, y(best.rate) - 8) }
    while (taken.some((one) => Math.abs(one.y - at.y) < 16 && Math.abs(one.x - at.x) < 170)) at.y += 16
    taken.push(at)
    return (
      <text
        key={name}
        x={at.x}
        y={at.y}
        style={{ fontWeight: 700 }}
        fill={ink.ink}
        stroke={ink.paper}
        strokeWidth="4"
        paintOrder="stroke"
      >
        {name}
      </text>
    )
  })
}
