import { useId } from 'react'
import { ZONE_COLOURS } from '@jotbook/core'
import { ink } from '../../ui/theme.ts'
import { shapeOf } from './shapeOf.ts'
import type { LureShape } from './shapeOf.ts'

export interface DrawnLure {
  readonly name: string
  readonly class: string
  readonly back?: string | null
  readonly side?: string | null
  readonly belly?: string | null
  readonly accent?: string | null
  readonly finish?: string | null
  /** Millimetres; draws a one-inch scale when known. */
  readonly lengthMm?: number | null
}

const INCH_MM = 25.4
const LINE = 'var(--chakra-colors-outline)'
const METAL = '#c9d0d0'
const PLAIN = '#b4bcbc'

/** The colour of a zone's word, or of a free `#rrggbb`. */
export const colourOf = (word: string | null | undefined, otherwise: string): string =>
  word
    ? ((ZONE_COLOURS as Readonly<Record<string, string>>)[word] ?? (/^#[0-9a-f]{6}$/i.test(word) ? word : otherwise))
    : otherwise

interface Zones {
  readonly back: string
  readonly side: string
  readonly belly: string
  readonly accent: string | undefined
}

interface LureDrawingProps {
  readonly lure: DrawnLure
  readonly width?: number
  readonly scale?: boolean
  /** Where the name stands beside it the drawing says nothing of its own. */
  readonly decorative?: boolean
}

/** A lure as its class is built, in its three zones, with accent, finish, hardware and, if wanted, an inch to measure by. */
export function LureDrawing({ lure, width = 96, scale = false, decorative = false }: LureDrawingProps) {
  const id = useId()
  const shape = shapeOf(lure.class)
  const side = colourOf(lure.side ?? lure.back, PLAIN)
  const accent = lure.accent ? colourOf(lure.accent, PLAIN) : undefined
  const zones: Zones = { side, back: colourOf(lure.back, side), belly: colourOf(lure.belly, side), accent }
  return (
    <svg
      viewBox="0 0 160 66"
      width={width}
      height={(width * 66) / 160}
      {...(decorative ? { 'aria-hidden': true } : { role: 'img', 'aria-label': lure.name })}
      style={{ flex: 'none', overflow: 'visible' }}
    >
      <Finishes id={id} body={shape.body} />
      <Hardware shape={shape} />
      <Soft shape={shape} zones={zones} />
      <Body id={id} shape={shape} zones={zones} finish={lure.finish ?? undefined} />
      {scale && lure.lengthMm ? <Inch span={shape.span} lengthMm={lure.lengthMm} /> : null}
    </svg>
  )
}

function Finishes({ id, body }: { id: string; body: string }) {
  return (
    <defs>
      <clipPath id={`${id}body`}>
        <path d={body} />
      </clipPath>
      <linearGradient id={`${id}chrome`} x1="0" y1="0" x2="0" y2="1">
        <stop offset="0.15" stopColor="#fff" stopOpacity="0" />
        <stop offset="0.45" stopColor="#fff" stopOpacity="0.85" />
        <stop offset="0.6" stopColor="#20303a" stopOpacity="0.35" />
        <stop offset="0.9" stopColor="#fff" stopOpacity="0.35" />
      </linearGradient>
      <pattern id={`${id}foil`} width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(35)">
        <path d="M0 0H5M0 0V5" stroke="#fff" strokeWidth="0.9" opacity="0.7" />
      </pattern>
    </defs>
  )
}

/** Everything that is wire, metal or clear plastic. */
function Hardware({ shape }: { shape: LureShape }) {
  return (
    <>
      {shape.lip && <path d={shape.lip} fill="#e9f1f1" fillOpacity="0.85" stroke={LINE} strokeWidth="1" />}
      {shape.trebles.map(([x = 0, y = 0]) => (
        <Treble key={`${x} ${y}`} x={x} y={y} />
      ))}
      {shape.tailTreble && <Treble x={shape.tailTreble[0] ?? 0} y={shape.tailTreble[1] ?? 0} turn={-70} />}
      {shape.wires.map((d) => (
        <path key={d} d={d} fill="none" stroke={LINE} strokeWidth="1.6" strokeLinecap="round" />
      ))}
      {shape.guard.map((d) => (
        <path key={d} d={d} fill="none" stroke={LINE} strokeWidth="0.8" strokeLinecap="round" />
      ))}
      {shape.blades.map((d) => (
        <path key={d} d={d} fill={METAL} stroke={LINE} strokeWidth="1.1" strokeLinejoin="round" />
      ))}
    </>
  )
}

/** Skirts, hair, tails and legs; the outermost strands carry the accent. */
function Soft({ shape, zones }: { shape: LureShape; zones: Zones }) {
  const accented = shape.strands.length - 2
  return (
    <>
      {shape.parts.map(([zone, d]) => (
        <path key={d} d={d} fill={zones[zone]} stroke={LINE} strokeWidth="1.2" strokeLinejoin="round" />
      ))}
      {shape.strands.map(([zone, d], i) => (
        <g key={d} fill="none" strokeLinecap="round">
          <path d={d} stroke={LINE} strokeWidth="4" />
          <path d={d} stroke={zones.accent && i >= accented ? zones.accent : zones[zone]} strokeWidth="2.8" />
        </g>
      ))}
    </>
  )
}

function Body({
  id,
  shape,
  zones,
  finish,
}: {
  id: string
  shape: LureShape
  zones: Zones
  finish: string | undefined
}) {
  const [eyeX = 0, eyeY = 0] = shape.eye ?? []
  const throat = zones.accent && shape.eye && shape.strands.length === 0
  return (
    <>
      <g clipPath={`url(#${id}body)`} fillOpacity={finish === 'translucent' ? 0.55 : 1}>
        <rect width="160" height="66" fill={zones.belly} />
        <path d={shape.side} fill={zones.side} />
        <path d={shape.back} fill={zones.back} />
        {throat && <ellipse cx={eyeX + 7} cy={eyeY + 15} rx="11" ry="8" fill={zones.accent} />}
        {(finish === 'chrome' || finish === 'foil') && <path d={shape.body} fill={`url(#${id}${finish})`} />}
        {finish === 'pearl' && <ellipse cx="92" cy="29" rx="52" ry="4" fill="#fff" opacity="0.5" />}
      </g>
      <path d={shape.body} fill="none" stroke={LINE} strokeWidth="1.4" />
      {shape.cup && (
        <path
          d={shape.cup}
          fill={zones.accent ?? '#20303a'}
          fillOpacity={zones.accent ? 1 : 0.35}
          stroke={LINE}
          strokeWidth="1"
        />
      )}
      {shape.lines.map((d) => (
        <path key={d} d={d} fill="none" stroke={LINE} strokeWidth="0.8" opacity="0.6" strokeLinecap="round" />
      ))}
      {shape.eye && (
        <>
          <circle cx={eyeX} cy={eyeY} r="3.4" fill="#f3efd8" stroke={LINE} strokeWidth="0.9" />
          <circle cx={eyeX} cy={eyeY} r="1.6" fill="#1b262a" />
        </>
      )}
    </>
  )
}

function Treble({ x, y, turn = 0 }: { x: number; y: number; turn?: number }) {
  return (
    <g
      transform={`translate(${x} ${y}) rotate(${turn})`}
      fill="none"
      stroke={LINE}
      strokeWidth="1.1"
      strokeLinecap="round"
    >
      <circle cy="1.5" r="1.5" />
      <path d="M0 3V10M0 10C-1 14 -7 14 -7 9L-5.6 10.6M0 10C1 14 7 14 7 9L5.6 10.6M0 10V14" />
    </g>
  )
}

function Inch({ span: [from = 0, to = 160], lengthMm }: { span: readonly number[]; lengthMm: number }) {
  const inch = ((to - from) * INCH_MM) / lengthMm
  return (
    <g stroke={ink.quiet} strokeWidth="1">
      <path d={`M${from} 61V65M${from} 63H${from + inch}M${from + inch} 61V65`} fill="none" />
    </g>
  )
}
