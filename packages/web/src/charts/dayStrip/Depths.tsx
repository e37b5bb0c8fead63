import { area, curveMonotoneX, line } from 'd3'
import { useId } from 'react'
import { LureDrawing } from '../lures/LureDrawing.tsx'
import { ink } from '../../ui/theme.ts'
import type { Frame } from './frame.ts'
import type { StripLure, StripModel } from './stripModel.ts'
import { surfacePath } from './surface.ts'

/** The water in its own colour, the surface as rough as the wind was, the bottom as sounded. */
export function Depths({ model, frame }: { model: StripModel; frame: Frame }) {
  const { x, y, left, right, width, waterline, foot, wide } = frame
  const id = useId()
  const bottom = [...model.bottom]
  // The light ends in the water, not in the ground.
  const light = model.lightFoot && model.lightFoot.depthM < model.deepestM ? model.lightFoot : undefined
  const ground = area<(typeof bottom)[number]>(
    (point) => x(point.ms),
    foot,
    (point) => y(point.depthM),
  ).curve(curveMonotoneX)
  const edge = line<(typeof bottom)[number]>(
    (point) => x(point.ms),
    (point) => y(point.depthM),
  ).curve(curveMonotoneX)
  return (
    <g>
      <defs>
        <linearGradient id={id} x1="0" y1="0" x2="0" y2="1">
          <stop offset="0" stopColor={model.water.top} />
          <stop offset="1" stopColor={model.water.foot} />
        </linearGradient>
      </defs>
      <rect x={left} y={waterline} width={width - left - right} height={foot - waterline} fill={`url(#${id})`} />
      {light && (
        <path
          d={`M${left} ${y(light.depthM)}H${width - right}`}
          stroke={ink.halo}
          strokeDasharray="6 4"
          strokeWidth="1.2"
        />
      )}
      {bottom.length > 1 && (
        <>
          <path d={ground(bottom) ?? ''} fill={ink.bottom} />
          <path d={edge(bottom) ?? ''} fill="none" stroke={ink.waterline} strokeWidth="2" />
        </>
      )}
      {light && (
        <text {...besideLight(model, frame, light)} textAnchor="end" style={{ fontSize: 13 }} fill={ink.halo}>
          {light.text}
        </text>
      )}
      <path d={surfacePath(model, x, waterline)} fill="none" stroke={ink.waterline} strokeWidth="2" />
      {model.hours.map(({ ms }) => (
        <path key={ms} d={`M${x(ms)} ${waterline}V${foot}`} stroke={ink.waterline} opacity="0.14" />
      ))}
      {model.depths.map(({ depthM, text }) => (
        <text key={text} x={width - right + 6} y={y(depthM) + 4} style={{ fontSize: wide ? 13 : 12 }} fill={ink.quiet}>
          {text}
        </text>
      ))}
    </g>
  )
}

/** Room a line of small text takes for a letter, and above its foot. */
const LETTER = { width: 6.8, height: 16 } as const

/** Where the words for the light's end stand: on its line, as far right as they lie on nobody's path; else at the foot of the strip. */
function besideLight(
  { paths }: StripModel,
  frame: Frame,
  light: NonNullable<StripModel['lightFoot']>,
): { readonly x: number; readonly y: number } {
  const { x, y, left, right, width } = frame
  const [foot, room] = [y(light.depthM), light.text.length * LETTER.width]
  const near = paths
    .flatMap(({ stints }) => stints)
    .filter(({ depthM }) => y(depthM) > foot - 2 * LETTER.height && y(depthM) < foot + LETTER.height)
  const isFree = (end: number): boolean => near.every(({ fromMs, toMs }) => x(toMs) < end - room || x(fromMs) > end)
  const last = width - right - 6
  for (let end = last; end - room > left; end -= 20) if (isFree(end)) return { x: end, y: foot - 5 }
  return { x: last, y: frame.foot - 9 }
}

const LURE_STEP = 46
/** How far a lure's second line reaches below its depth. */
const LURE_FOOT = 16

/** Letters of a line beside the strip, and a name cut to them. */
const LINE = 19
const fitting = (name: string, room = LINE): string =>
  name.length <= room ? name : `${name.slice(0, Math.max(1, room - 1)).trimEnd()}…`

/** Each lure thrown beside the depth it was worked at, moved apart where they would cover one another. */
export function Lures({ lures, frame }: { lures: readonly StripLure[]; frame: Frame }) {
  const placed = lures.reduce<{ lure: StripLure; at: number }[]>(
    (above, lure) => [
      ...above,
      { lure, at: Math.max(frame.y(lure.depthM), (above.at(-1)?.at ?? -Infinity) + LURE_STEP) },
    ],
    [],
  )
  // More lures than the depth has room for begin above the surface's line rather than run off the foot.
  const over = Math.max(0, (placed.at(-1)?.at ?? 0) + LURE_FOOT - frame.foot)
  return (
    <g>
      {placed.map(({ lure, at }) => {
        // `Jerkbait, grey shad`: what it is stands above, which one below with its depth.
        const [title, ...rest] = lure.name.split(', ')
        return (
          <g key={lure.id} transform={`translate(0 ${at - 16 - over})`}>
            <LureDrawing lure={lure} width={62} decorative />
            <text x="70" y="12" style={{ fontSize: 13, fontWeight: 600 }} fill={ink.ink}>
              {fitting(title ?? lure.name)}
              <title>{lure.name}</title>
            </text>
            <text x="70" y="28" style={{ fontSize: 13 }} fill={ink.quiet}>
              {[
                ...(rest.length > 0 ? [fitting(rest.join(', '), LINE - lure.depthText.length)] : []),
                lure.depthText,
              ].join(' · ')}
            </text>
          </g>
        )
      })}
    </g>
  )
}
