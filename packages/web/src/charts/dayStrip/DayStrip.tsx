import { area, curveMonotoneX, line, scaleLinear } from 'd3'
import { useId } from 'react'
import { LureDrawing } from '../lures/LureDrawing.tsx'
import { ink } from '../../ui/theme.ts'
import { StrikeMark } from './StrikeMark.tsx'
import type { StripLure, StripModel, StripPath, StripStrike } from './model.ts'
import { skyColour, surfacePath } from './surface.ts'

const SKY = 104
const DEEP = 300
const TEMPERATURE = 74
const TOP = 26
/** The first person's path is ink; the others' are light, so that two can be told apart without colour. */
const PATH_INKS = ['#10202a', '#f7faf4', '#e2c04b', '#c9dbe8'] as const

/** A section through the lake over a day: what cannot be changed above the waterline, what was done below it. */
export function DayStrip({ model, width, highlight }: { model: StripModel; width: number; highlight: string | undefined }) {
  const wide = width >= 700
  const left = wide ? 212 : 4
  const right = wide ? 52 : 4
  const x = scaleLinear([model.fromMs, model.toMs], [left, width - right])
  const y = scaleLinear([0, model.deepestM], [TOP + SKY, TOP + SKY + DEEP])
  const height = TOP + SKY + DEEP + TEMPERATURE
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label="The day as a section through the water; the same follows as a table below"
      style={{ display: 'block', overflow: 'visible' }}
    >
      <Hours model={model} x={x} wide={wide} />
      <Sky model={model} x={x} wide={wide} />
      <Water model={model} x={x} y={y} width={width} left={left} right={right} />
      {wide && <Lures lures={model.lures} y={y} />}
      {model.paths.map((path, i) => (
        <Path key={path.angler} path={path} colour={PATH_INKS[i % PATH_INKS.length] ?? ink.ink} offset={i * 6} x={x} y={y} highlight={highlight} />
      ))}
      <Temperatures model={model} x={x} top={TOP + SKY + DEEP} left={left} />
    </svg>
  )
}

type Scale = (value: number) => number

function Hours({ model, x, wide }: { model: StripModel; x: Scale; wide: boolean }) {
  const every = wide ? 1 : 2
  return (
    <g style={{ fontSize: 13 }} fill={ink.quiet} textAnchor="middle">
      {model.hours.map(({ ms, text }, i) => (
        <g key={ms}>
          {i % every === 0 && (
            <text x={x(ms)} y="14" textAnchor={!wide && i === model.hours.length - 1 ? 'end' : 'middle'}>
              {text}
            </text>
          )}
          <path d={`M${x(ms)} 19V${TOP}`} stroke={ink.quiet} />
        </g>
      ))}
    </g>
  )
}

/** Sky brightness as ground, wind as a line over it. */
function Sky({ model, x, wide }: { model: StripModel; x: Scale; wide: boolean }) {
  const id = useId()
  const wind = scaleLinear([0, model.wind.highest], [TOP + SKY, TOP + 12])
  const points = [...model.wind.points]
  const span = model.toMs - model.fromMs
  const path = line<(typeof points)[number]>(
    (point) => x(point.ms),
    (point) => wind(point.value),
  ).curve(curveMonotoneX)
  const ground = area<(typeof points)[number]>(
    (point) => x(point.ms),
    TOP + SKY,
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
      <rect x={x(model.fromMs)} y={TOP} width={x(model.toMs) - x(model.fromMs)} height={SKY} fill={`url(#${id})`} />
      {[model.sunrise, model.sunset].map(
        (ms) => ms !== undefined && <path key={ms} d={`M${x(ms) - 8} ${TOP + SKY}a8 8 0 0 1 16 0Z`} fill="#f2cf63" stroke="#3a3420" strokeWidth="1" />,
      )}
      {model.wind.ticks.map(({ value, text }) => (
        <g key={value}>
          <path d={`M${x(model.fromMs)} ${wind(value)}H${x(model.toMs)}`} stroke="#22333b" strokeDasharray="1 5" opacity="0.5" />
          <text x={x(model.toMs) + 6} y={wind(value) + 4} style={{ fontSize: 13 }} fill={ink.quiet}>
            {wide ? text : ''}
          </text>
        </g>
      ))}
      {points.length > 1 && (
        <>
          <path d={ground(points) ?? ''} fill="#22333b" opacity="0.1" />
          <path d={path(points) ?? ''} fill="none" stroke="#10202a" strokeWidth="1.6" />
        </>
      )}
    </g>
  )
}

function Water({ model, x, y, width, left, right }: { model: StripModel; x: Scale; y: Scale; width: number; left: number; right: number }) {
  const id = useId()
  const [top, foot] = [y(0), y(model.deepestM)]
  return (
    <g>
      <defs>
        <linearGradient id={id} x1="0" y1="0" x2="0" y2="1">
          <stop offset="0" stopColor={model.water.top} />
          <stop offset="1" stopColor={model.water.foot} />
        </linearGradient>
      </defs>
      <rect x={left} y={top} width={width - left - right} height={foot - top} fill={`url(#${id})`} />
      <path d={surfacePath(model, x, top)} fill="none" stroke="#10202a" strokeWidth="2" />
      {model.hours.map(({ ms }) => (
        <path key={ms} d={`M${x(ms)} ${top}V${foot}`} stroke="#10202a" opacity="0.14" />
      ))}
      {model.depths.map(({ depthM, text }) => (
        <text key={text} x={width - right + 6} y={y(depthM) + 4} style={{ fontSize: 13 }} fill={ink.quiet}>
          {right > 20 ? text : ''}
        </text>
      ))}
    </g>
  )
}

/** Each lure thrown beside the depth it was worked at, moved apart where they would cover one another. */
function Lures({ lures, y }: { lures: readonly StripLure[]; y: Scale }) {
  const STEP = 46
  const placed = lures.reduce<{ lure: StripLure; at: number }[]>(
    (above, lure) => [...above, { lure, at: Math.max(y(lure.depthM), (above.at(-1)?.at ?? -Infinity) + STEP) }],
    [],
  )
  return (
    <g>
      {placed.map(({ lure, at }) => {
        // `Jerkbait, grey shad`: what it is stands above, which one below with its depth.
        const [title, ...rest] = lure.name.split(', ')
        return (
          <g key={lure.id} transform={`translate(0 ${at - 16})`}>
            <LureDrawing lure={lure} width={62} />
            <text x="70" y="12" style={{ fontSize: 13, fontWeight: 600 }} fill={ink.ink}>
              {[title, lure.depthText].join(' · ')}
              <title>{lure.name}</title>
            </text>
            <text x="70" y="28" style={{ fontSize: 13 }} fill={ink.quiet}>
              {rest.join(', ')}
            </text>
          </g>
        )
      })}
    </g>
  )
}

interface PathProps {
  readonly path: StripPath
  readonly colour: string
  readonly offset: number
  readonly x: Scale
  readonly y: Scale
  readonly highlight: string | undefined
}

function Path({ path, colour, offset, x, y, highlight }: PathProps) {
  const MARK = 17
  const marks = path.strikes.reduce<{ strike: StripStrike; at: number; level: number }[]>((before, strike) => {
    const at = x(strike.ms)
    const last = before.at(-1)
    return [...before, { strike, at, level: last && at - last.at < MARK ? last.level + 1 : 0 }]
  }, [])
  return (
    <g>
      {path.stints.map((stint, i) => {
        const next = path.stints[i + 1]
        const at = y(stint.depthM) + offset
        const joined = next && next.fromMs - stint.toMs < 60_000
        return (
          <g key={stint.id}>
            <path d={`M${x(stint.fromMs)} ${at}H${x(stint.toMs)}`} stroke={colour} strokeWidth="5">
              <title>{stint.label}</title>
            </path>
            {joined && <path d={`M${x(stint.toMs)} ${at}V${y(next.depthM) + offset}`} stroke={colour} strokeWidth="1.3" />}
          </g>
        )
      })}
      {marks.map(({ strike, at, level }) => (
        <StrikeMark key={strike.id} strike={strike} x={at} y={y(strike.depthM) + offset} raise={level * 15} colour={colour} lit={strike.id === highlight} />
      ))}
    </g>
  )
}

function Temperatures({ model, x, top, left }: { model: StripModel; x: Scale; top: number; left: number }) {
  const values = model.temperatures.map(({ value }) => value)
  if (values.length === 0) return null
  const [low, high] = [Math.min(...values), Math.max(...values)]
  const y = scaleLinear([low, Math.max(high, low + 1)], [top + 34, top + 18])
  const path = line<(typeof model.temperatures)[number]>(
    (reading) => x(reading.ms),
    (reading) => y(reading.value),
  )
  return (
    <g>
      {left > 20 && (
        <>
          <text x="0" y={top + 26} style={{ fontSize: 15, fontWeight: 600 }} fill={ink.ink}>
            Water
          </text>
          <text x="0" y={top + 44} style={{ fontSize: 13 }} fill={ink.quiet}>
            {model.waterText}
          </text>
        </>
      )}
      <path d={path([...model.temperatures]) ?? ''} fill="none" stroke={ink.ink} strokeWidth="1.4" />
      {model.temperatures.map((reading) => (
        <g key={reading.ms}>
          <circle cx={x(reading.ms)} cy={y(reading.value)} r="4.5" fill={ink.paper} stroke={ink.ink} strokeWidth="1.6" />
          <text
            x={x(reading.ms)}
            y={y(reading.value) + 22}
            style={{ fontSize: 13 }}
            fontWeight="600"
            textAnchor={x(reading.ms) < left + 20 ? 'start' : 'middle'}
            fill={ink.ink}
          >
            {reading.text}
          </text>
        </g>
      ))}
    </g>
  )
}
