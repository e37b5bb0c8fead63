import { ringsOf } from '@jotbook/core'
import { ink } from '../../ui/theme.ts'
import { projectionOf } from './chartProjection.ts'
import type { Position } from './chartProjection.ts'

export interface ChartSpot {
  readonly id: string
  readonly name: string
  readonly position: Position
  /** What it gave: how large and how dark it stands on the chart. */
  readonly mark?: { readonly radius: number; readonly ink: number }
}

interface WaterChartProps {
  readonly width: number
  readonly height: number
  readonly label: string
  readonly outline: unknown
  /** Where the water stands when it has no outline. */
  readonly place: Position | undefined
  readonly spots: readonly ChartSpot[]
  readonly tint: string
  readonly zoom?: number
  readonly selected?: string | undefined
  readonly scaleText?: (km: number) => string
  readonly onPick?: (position: Position) => void
  readonly onSpot?: (id: string) => void
}

const SCALE_UNITS = 110
const GRID = 5

/** A water on a blank chart: its shore if it has one, its spots, a grid and a scale; a press gives the place pressed. */
export function WaterChart({
  width,
  height,
  label,
  outline,
  place,
  spots,
  tint,
  zoom = 1,
  selected,
  scaleText,
  onPick,
  onSpot,
}: WaterChartProps) {
  const rings = ringsOf(outline)
  const positions: Position[] = [...rings.flat(), ...spots.map(({ position }) => position), ...(place ? [place] : [])]
  const chart = projectionOf(positions, width, height, zoom)
  const shore = pathOf(rings, chart.toPage)
  const pick = (event: React.MouseEvent<SVGSVGElement>): void => {
    const box = event.currentTarget.getBoundingClientRect()
    onPick?.(
      chart.toPosition(
        ((event.clientX - box.left) * width) / box.width,
        ((event.clientY - box.top) * height) / box.height,
      ),
    )
  }
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={label}
      style={{
        width: '100%',
        height: 'auto',
        display: 'block',
        background: ink.sheet,
        border: `1px solid ${ink.rule}`,
        cursor: onPick ? 'crosshair' : 'default',
      }}
      {...(onPick ? { onClick: pick } : {})}
    >
      <Grid width={width} height={height} />
      {shore && <Shore path={shore} tint={tint} />}
      {!shore && place && <Cross at={chart.toPage(place)} />}
      {spots.map(({ id, name, position, mark }) => (
        <Spot
          key={id}
          name={name}
          {...(mark ? { mark } : {})}
          at={chart.toPage(position)}
          selected={id === selected}
          {...(onSpot ? { onPress: () => onSpot(id) } : {})}
        />
      ))}
      {scaleText && positions.length > 0 && <Scale height={height} text={scaleText(chart.kmPerUnit * SCALE_UNITS)} />}
    </svg>
  )
}

/** Rings of a shore as one path of the page. */
function pathOf(rings: readonly (readonly Position[])[], toPage: (position: Position) => readonly number[]): string {
  const pointOf = (position: Position): string =>
    toPage(position)
      .map((value) => value.toFixed(1))
      .join(' ')
  return rings.map((ring) => `M${ring.map(pointOf).join('L')}Z`).join('')
}

function Shore({ path, tint }: { path: string; tint: string }) {
  return (
    <path d={path} fill={tint} fillRule="evenodd" stroke={ink.waterline} strokeWidth="1.6" strokeLinejoin="round" />
  )
}

function Grid({ width, height }: { width: number; height: number }) {
  const lines = Array.from({ length: GRID - 1 }, (_, i) => (i + 1) / GRID)
  return (
    <g stroke={ink.rule} strokeWidth="1">
      {lines.map((share) => (
        <path key={share} d={`M${share * width} 0V${height}M0 ${share * height}H${width}`} />
      ))}
    </g>
  )
}

const Cross = ({ at: [x, y] }: { at: readonly [number, number] }) => (
  <path d={`M${x - 9} ${y}H${x + 9}M${x} ${y - 9}V${y + 9}`} stroke={ink.float} strokeWidth="2.5" />
)

const SPOT_PX = 5.5

/** A spot is a notched float: a ring with its name; the one looked at is filled. */
function Spot({
  name,
  mark,
  at: [x, y],
  selected,
  onPress,
}: {
  name: string
  mark?: NonNullable<ChartSpot['mark']>
  at: readonly [number, number]
  selected: boolean
  onPress?: () => void
}) {
  return (
    <g
      style={{ cursor: onPress ? 'pointer' : 'default' }}
      onClick={(event) => {
        if (!onPress) return
        event.stopPropagation()
        onPress()
      }}
    >
      <circle cx={x} cy={y} r="12" fill="transparent" />
      <circle
        cx={x}
        cy={y}
        r={mark?.radius ?? SPOT_PX}
        fill={selected ? ink.float : ink.halo}
        stroke={ink.waterline}
        strokeWidth="2"
      />
      {mark && <circle cx={x} cy={y} r={mark.radius} fill={ink.waterline} opacity={mark.ink} />}
      <text
        x={x + (mark?.radius ?? SPOT_PX) + 4.5}
        y={y + 4.5}
        style={{ fontSize: 13, fontWeight: 600 }}
        fill={ink.waterline}
        stroke={ink.halo}
        strokeWidth="3"
        paintOrder="stroke"
      >
        {name}
      </text>
    </g>
  )
}

function Scale({ height, text }: { height: number; text: string }) {
  const y = height - 16
  return (
    <g stroke={ink.ink} fill="none">
      <path d={`M14 ${y - 5}V${y}H${14 + SCALE_UNITS}V${y - 5}`} strokeWidth="1.4" />
      <text
        x={14 + SCALE_UNITS + 8}
        y={y + 2}
        style={{ fontSize: 13 }}
        fill={ink.ink}
        stroke={ink.sheet}
        strokeWidth="3"
        paintOrder="stroke"
      >
        {text}
      </text>
    </g>
  )
}
