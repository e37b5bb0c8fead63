import { useId } from 'react'
import { ZONE_COLOURS } from '@jotbook/core'
import { ink } from '../../ui/theme.ts'
import { shapeOf } from './shapes.ts'

export interface DrawnLure {
  readonly name: string
  readonly class: string
  readonly back?: string | null
  readonly side?: string | null
  readonly belly?: string | null
  readonly finish?: string | null
  /** Millimetres; draws a one-inch scale when known. */
  readonly lengthMm?: number | null
}

const INCH_MM = 25.4
const LINE = 'var(--chakra-colors-outline)'
const METAL = '#c9d0d0'

const colourOf = (word: string | null | undefined, otherwise: string): string =>
  word ? ((ZONE_COLOURS as Readonly<Record<string, string>>)[word] ?? (/^#[0-9a-f]{6}$/i.test(word) ? word : otherwise)) : otherwise

/** A lure as its class is built, in its three zones, with finish, hardware and, if wanted, an inch to measure by. */
export function LureDrawing({ lure, width = 96, scale = false }: { lure: DrawnLure; width?: number; scale?: boolean }) {
  const id = useId()
  const shape = shapeOf(lure.class)
  const side = colourOf(lure.side ?? lure.back, '#b4bcbc')
  const zones = { side, back: colourOf(lure.back, side), belly: colourOf(lure.belly, side) }
  return (
    <svg viewBox="0 0 160 66" width={width} height={(width * 66) / 160} role="img" aria-label={lure.name} style={{ flex: 'none', overflow: 'visible' }}>
      <defs>
        <clipPath id={`${id}body`}>
          <path d={shape.body} />
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
      {shape.lip && <path d={shape.lip} fill="#e9f1f1" fillOpacity="0.85" stroke={LINE} strokeWidth="1" />}
      {shape.trebles.map(([x, y]) => (
        <Treble key={`${x} ${y}`} x={x} y={y} />
      ))}
      {shape.wires.map((d) => (
        <path key={d} d={d} fill="none" stroke={LINE} strokeWidth="1.6" strokeLinecap="round" />
      ))}
      {shape.strands.map(([zone, d]) => (
        <g key={d} fill="none" strokeLinecap="round">
          <path d={d} stroke={LINE} strokeWidth="4" />
          <path d={d} stroke={zones[zone]} strokeWidth="2.8" />
        </g>
      ))}
      {shape.blades.map((d) => (
        <path key={d} d={d} fill={METAL} stroke={LINE} strokeWidth="1.1" />
      ))}
      <g clipPath={`url(#${id}body)`} fillOpacity={lure.finish === 'translucent' ? 0.55 : 1}>
        <rect width="160" height="66" fill={zones.belly} />
        <path d={shape.side} fill={zones.side} />
        <path d={shape.back} fill={zones.back} />
        {(lure.finish === 'chrome' || lure.finish === 'foil') && <path d={shape.body} fill={`url(#${id}${lure.finish})`} />}
        {lure.finish === 'pearl' && <ellipse cx="92" cy="29" rx="52" ry="4" fill="#fff" opacity="0.5" />}
      </g>
      <path d={shape.body} fill="none" stroke={LINE} strokeWidth="1.4" />
      {shape.eye && (
        <>
          <circle cx={shape.eye[0]} cy={shape.eye[1]} r="3.4" fill="#f3efd8" stroke={LINE} strokeWidth="0.9" />
          <circle cx={shape.eye[0]} cy={shape.eye[1]} r="1.6" fill="#1b262a" />
        </>
      )}
      {scale && lure.lengthMm ? <Inch span={shape.span} lengthMm={lure.lengthMm} /> : null}
    </svg>
  )
}

function Treble({ x, y }: { x: number; y: number }) {
  return (
    <g transform={`translate(${x} ${y})`} fill="none" stroke={LINE} strokeWidth="1.1" strokeLinecap="round">
      <circle cy="1.5" r="1.5" />
      <path d="M0 3V10M0 10C-1 14 -7 14 -7 9L-5.6 10.6M0 10C1 14 7 14 7 9L5.6 10.6M0 10V14" />
    </g>
  )
}

function Inch({ span: [from, to], lengthMm }: { span: readonly [number, number]; lengthMm: number }) {
  const inch = ((to - from) * INCH_MM) / lengthMm
  return (
    <g stroke={ink.quiet} strokeWidth="1">
      <path d={`M${from} 61V65M${from} 63H${from + inch}M${from + inch} 61V65`} fill="none" />
    </g>
  )
}
