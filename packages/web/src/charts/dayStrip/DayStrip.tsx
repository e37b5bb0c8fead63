import { Air, Hours } from './Air.tsx'
import { Depths, Lures } from './Depths.tsx'
import { frameOf } from './frame.ts'
import type { Frame } from './frame.ts'
import type { StripModel, StripPath, StripStrike } from './stripModel.ts'
import { PersonLine, inkOf } from './PersonLine.tsx'
import { placeMarks } from './placeMarks.ts'
import { Ribbons } from './Ribbons.tsx'
import { Spells } from './Spells.tsx'
import { StrikeMark } from './StrikeMark.tsx'
import { ink } from '../../ui/theme.ts'

/** Paths at one depth lie side by side. */
export const APART = 6
const JOINED_MS = 60_000

/** A section through the lake over a day: what cannot be changed above the waterline, what was done below it. */
export function DayStrip({
  model,
  width,
  highlight,
}: {
  model: StripModel
  width: number
  highlight: string | undefined
}) {
  const frame = frameOf(model, width)
  return (
    <svg
      width={width}
      height={frame.height}
      viewBox={`0 0 ${width} ${frame.height}`}
      role="img"
      aria-label={model.label}
      className="day-strip"
      style={{ display: 'block', overflow: 'visible' }}
    >
      <Hours model={model} frame={frame} />
      <Air model={model} frame={frame} />
      <Depths model={model} frame={frame} />
      {frame.wide && <Lures lures={model.lures} frame={frame} />}
      {model.paths.map((path, i) => (
        <Path key={path.angler} path={path} person={i} offset={i * APART} frame={frame} />
      ))}
      <Marks model={model} frame={frame} highlight={highlight} />
      <Blank model={model} frame={frame} />
      <Ribbons model={model} frame={frame} />
      <Spells model={model} frame={frame} />
    </svg>
  )
}

function Path({
  path,
  person,
  offset,
  frame: { x, y },
}: {
  path: StripPath
  person: number
  offset: number
  frame: Frame
}) {
  return (
    <g>
      {path.stints.map((stint, i) => {
        const next = path.stints[i + 1]
        const at = y(stint.depthM) + offset
        const joined = next && next.fromMs - stint.toMs < JOINED_MS
        return (
          <g key={stint.id}>
            <PersonLine
              person={person}
              d={`M${x(stint.fromMs)} ${at}H${x(stint.toMs)}`}
              assumed={stint.assumed}
              title={stint.label}
            />
            {joined && (
              <path d={`M${x(stint.toMs)} ${at}V${y(next.depthM) + offset}`} stroke={inkOf(person)} strokeWidth="1.3" />
            )}
          </g>
        )
      })}
    </g>
  )
}

/** The strikes of everyone, placed together so that none covers another. */
export function placedStrikes(model: StripModel, { x, y }: Frame) {
  const marks = model.paths.flatMap((path, i) =>
    path.strikes.map((strike) => ({
      mark: { strike, colour: inkOf(i) },
      x: x(strike.ms),
      footY: y(strike.depthM) + i * APART,
    })),
  )
  return placeMarks<{ strike: StripStrike; colour: string }>(marks)
}

function Marks({ model, frame, highlight }: { model: StripModel; frame: Frame; highlight: string | undefined }) {
  return (
    <g>
      {placedStrikes(model, frame).map(({ mark: { strike, colour }, ...place }) => (
        <StrikeMark key={strike.id} strike={strike} {...place} colour={colour} lit={strike.id === highlight} />
      ))}
    </g>
  )
}

/** The longest time without a strike, bracketed. */
function Blank({ model: { blank }, frame: { x, y, foot, wide } }: { model: StripModel; frame: Frame }) {
  if (!blank || !wide) return null
  const at = Math.min(y(blank.depthM) + 22, foot - 14)
  const [from, to] = [x(blank.fromMs), x(blank.toMs)]
  return (
    <g>
      <path
        d={`M${from} ${at - 4}V${at + 4}M${from} ${at}H${to}M${to} ${at - 4}V${at + 4}`}
        stroke={ink.waterline}
        fill="none"
      />
      <text
        x={(from + to) / 2}
        y={at + 17}
        textAnchor="middle"
        style={{ fontSize: 13, fontWeight: 600 }}
        fill={ink.waterline}
        stroke={ink.halo}
        strokeWidth="3"
        paintOrder="stroke"
      >
        {blank.text}
      </text>
    </g>
  )
}
