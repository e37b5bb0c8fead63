import type { EpochMs } from '@jotbook/core'
import { area, curveMonotoneX, line, scaleLinear } from 'd3'
import { useId } from 'react'
import { ink } from '../../ui/theme.ts'
import type { StripModel } from './stripModel.ts'
import { skyColour } from './surface.ts'
import type { Frame } from './frame.ts'

/** What an hour's name takes, with air. */
const LABEL_WIDTH = 76

/** Marks over the strip at whole hours, named as often as there is room. */
export function Hours({ model, frame: { x, wide, top } }: { model: StripModel; frame: Frame }) {
  const [first, second] = model.hours
  const apart = first && second ? x(second.ms) - x(first.ms) : LABEL_WIDTH
  const every = Math.max(1, Math.ceil(LABEL_WIDTH / apart))
  return (
    <g style={{ fontSize: 13 }} fill={ink.quiet} textAnchor="middle">
      {model.hours.map(({ ms, text }, i) => (
        <g key={ms}>
          {i % every === 0 && (
            <text x={x(ms)} y="14" textAnchor={!wide && x(ms) < LABEL_WIDTH / 2 ? 'start' : 'middle'}>
              {text}
            </text>
          )}
          <path d={`M${x(ms)} 19V${top}`} stroke={ink.quiet} />
        </g>
      ))}
    </g>
  )
}

/** Sky brightness as ground, wind as a line over it: what the angler cannot change. */
export function Air({ model, frame: { x, wide, top, waterline } }: { model: StripModel; frame: Frame }) {
  const id = useId()
  const wind = scaleLinear([0, model.wind.highest], [waterline, top + 12])
  const points = [...model.wind.points]
  const span = model.toMs - model.fromMs
  const path = line<(typeof points)[number]>(
    (point) => x(point.ms),
    (point) => wind(point.value),
  ).curve(curveMonotoneX)
  const ground = area<(typeof points)[number]>(
    (point) => x(point.ms),
    waterline,
    (point) => wind(point.value),
  ).curve(curveMonotoneX)
  return (
    <g>
      <defs>
        <linearGradient id={id}>
          {model.sky.map(({ ms, light, cloud }) => (
            <stop key={ms} offset={(ms - model.fromMs) / span} stopColor={skyColour(light, cloud)} />
          ))}
        </linearGradient>
      </defs>
      <rect
        x={x(model.fromMs)}
        y={top}
        width={x(model.toMs) - x(model.fromMs)}
        height={waterline - top}
        fill={`url(#${id})`}
      />
      <HalfSuns at={[model.sunrise, model.sunset]} x={x} waterline={waterline} />
      {model.wind.ticks.map(({ value, text }) => (
        <g key={value}>
          <path
            d={`M${x(model.fromMs)} ${wind(value)}H${x(model.toMs)}`}
            stroke={ink.air}
            strokeDasharray="1 5"
            opacity="0.5"
          />
          <text x={x(model.toMs) + 6} y={wind(value) + 4} style={{ fontSize: wide ? 13 : 12 }} fill={ink.quiet}>
            {text}
          </text>
        </g>
      ))}
      {points.length > 1 && (
        <>
          <path d={ground(points) ?? ''} fill={ink.air} opacity="0.1" />
          <path d={path(points) ?? ''} fill="none" stroke={ink.waterline} strokeWidth="1.6" />
        </>
      )}
    </g>
  )
}

interface HalfSunsProps {
  readonly at: readonly (number | undefined)[]
  readonly x: (ms: EpochMs) => number
  readonly waterline: number
}

/** Where the sun comes up and goes down. */
function HalfSuns({ at, x, waterline }: HalfSunsProps) {
  return at.map(
    (ms) =>
      ms !== undefined && (
        <path
          key={ms}
          d={`M${x(ms) - 8} ${waterline}a8 8 0 0 1 16 0Z`}
          fill={ink.sun}
          stroke={ink.rim}
          strokeWidth="1"
        />
      ),
  )
}
