import { useRef, useState } from 'react'
import { MINUTE_MS } from '@jotbook/core'
import type { EpochMs, Id, Stint } from '@jotbook/core'
import { APART, placedStrikes } from '../../charts/dayStrip/DayStrip.tsx'
import { frameOf } from '../../charts/dayStrip/frame.ts'
import type { StripModel } from '../../charts/dayStrip/stripModel.ts'
import { ink } from '../../ui/theme.ts'
import { clock } from '../../ui/locale.ts'
import { endMoved, strikeMoved } from './stripEdits.ts'
import { zoneOf } from './stripPaths.ts'
import type { TripOnScreen } from './stripPaths.ts'
import { text } from './text.ts'
import type { Editing } from './useEditing.ts'

/** What is selected on the strip, to be changed below it. */
export type Selected = { readonly stint: Id<'stint'>; readonly atMs: EpochMs } | { readonly strike: Id<'strike'> }

interface StripHandsProps {
  readonly screen: TripOnScreen
  readonly model: StripModel
  readonly width: number
  readonly editing: Editing
  readonly onSelect: (selected: Selected) => void
}

const HIT = 22

/** Hands on the strip: ends of stints to drag, stints to split, strikes to move to their rod; each with the keyboard too. */
// eslint-disable-next-line max-lines-per-function -- all hands work in one frame
export function StripHands({ screen, model, width, editing, onSelect }: StripHandsProps) {
  const frame = frameOf(model, width)
  const svg = useRef<SVGSVGElement>(null)
  const stints = new Map(screen.stints.map((stint) => [stint.id, stint]))
  const msAt = (clientX: number): number => {
    const left = svg.current?.getBoundingClientRect().left ?? 0
    const share = (clientX - left - frame.left) / (width - frame.left - frame.right)
    return Math.round((model.fromMs + share * (model.toMs - model.fromMs)) / MINUTE_MS) * MINUTE_MS
  }
  const placed = model.paths.flatMap((path, i) =>
    path.stints.map((stint) => ({ ...stint, y: frame.y(stint.depthM) + i * APART })),
  )
  /** The rod nearest to where a strike is let go. */
  const rodAt = (ms: EpochMs, clientY: number): Stint | undefined => {
    const y = clientY - (svg.current?.getBoundingClientRect().top ?? 0)
    const away = (one: (typeof placed)[number]): number =>
      Math.abs(one.y - y) + Math.max(0, one.fromMs - ms, ms - one.toMs) / MINUTE_MS
    const nearest = [...placed].sort((a, b) => away(a) - away(b))[0]
    return nearest && stints.get(nearest.id)
  }
  return (
    <svg
      ref={svg}
      width={width}
      height={frame.height}
      role="group"
      aria-label={text.hands.label}
      style={{ position: 'absolute', inset: 0, overflow: 'visible', touchAction: 'none' }}
    >
      {placed.map((stint) => {
        const record = stints.get(stint.id)
        return record ? (
          <g key={stint.id}>
            <rect
              x={frame.x(stint.fromMs)}
              y={stint.y - HIT / 2}
              width={Math.max(4, frame.x(stint.toMs) - frame.x(stint.fromMs))}
              height={HIT}
              fill="transparent"
              role="button"
              tabIndex={0}
              aria-label={text.hands.stint(stint.label)}
              style={{ cursor: 'pointer' }}
              onClick={({ clientX }) => onSelect({ stint: stint.id, atMs: msAt(clientX) })}
              onKeyDown={({ key }) =>
                key === 'Enter' && onSelect({ stint: stint.id, atMs: (stint.fromMs + stint.toMs) / 2 })
              }
            />
            <EndHandle
              x={frame.x(stint.toMs)}
              y={stint.y}
              ms={stint.toMs}
              label={text.hands.end(stint.label)}
              value={(ms) => clock(ms, zoneOf(screen))}
              xOf={frame.x}
              msAt={msAt}
              onMove={(ms) => void editing.apply({ edits: endMoved(screen, record, ms) })}
            />
          </g>
        ) : null
      })}
      {placedStrikes(model, frame).map(({ mark: { strike }, x, headY }) => (
        <StrikeHandle
          key={strike.id}
          x={x}
          y={headY}
          label={text.hands.strike(strike.label)}
          onTake={() => onSelect({ strike: strike.id })}
          onDrop={(clientX, clientY, dx) => {
            // Straight up or down it keeps its time.
            const ms = Math.abs(dx) < 8 ? strike.ms : msAt(clientX)
            const rod = rodAt(ms, clientY)
            if (rod) void editing.apply({ edits: strikeMoved(strike.id, rod, ms) })
          }}
        />
      ))}
    </svg>
  )
}

interface EndHandleProps {
  readonly x: number
  readonly y: number
  readonly ms: EpochMs
  readonly label: string
  readonly value: (ms: EpochMs) => string
  readonly xOf: (ms: EpochMs) => number
  readonly msAt: (clientX: number) => number
  readonly onMove: (ms: EpochMs) => void
}

/** The end of a stint: drawn along, or moved by the arrow keys, a minute or with Shift ten. */
function EndHandle({ x, y, ms, label, value, xOf, msAt, onMove }: EndHandleProps) {
  const [draft, setDraft] = useState<number>()
  const dragging = useRef(false)
  const letGo = (): void => {
    if (draft !== undefined && draft !== ms) onMove(draft)
    dragging.current = false
    setDraft(undefined)
  }
  const at = draft === undefined ? x : xOf(draft)
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuenow={Math.round((draft ?? ms) / MINUTE_MS)}
      aria-valuetext={value(draft ?? ms)}
      style={{ cursor: 'ew-resize' }}
      onPointerDown={({ currentTarget, pointerId }) => {
        dragging.current = true
        currentTarget.setPointerCapture(pointerId)
      }}
      onPointerMove={({ clientX }) => dragging.current && setDraft(msAt(clientX))}
      onPointerUp={letGo}
      onPointerCancel={() => setDraft(undefined)}
      onBlur={letGo}
      onKeyDown={({ key, shiftKey }) => {
        const step = (key === 'ArrowRight' ? 1 : key === 'ArrowLeft' ? -1 : 0) * (shiftKey ? 10 : 1)
        if (step !== 0) setDraft((draft ?? ms) + step * MINUTE_MS)
        if (key === 'Enter') letGo()
        if (key === 'Escape') setDraft(undefined)
      }}
    >
      <rect x={at - HIT / 2} y={y - HIT / 2} width={HIT} height={HIT} fill="transparent" />
      <path d={`M${at} ${y - 9}V${y + 9}`} stroke={ink.float} strokeWidth="4" />
      {draft !== undefined && (
        <text
          x={at}
          y={y - 14}
          textAnchor="middle"
          style={{ fontSize: 13, fontWeight: 700 }}
          fill={ink.waterline}
          stroke={ink.halo}
          strokeWidth="4"
          paintOrder="stroke"
        >
          {value(draft)}
        </text>
      )}
    </g>
  )
}

interface StrikeHandleProps {
  readonly x: number
  readonly y: number
  readonly label: string
  readonly onTake: () => void
  readonly onDrop: (clientX: number, clientY: number, dx: number) => void
}

/** A strike: drawn onto its rod, or taken up with Enter and given to one below the strip. */
function StrikeHandle({ x, y, label, onTake, onDrop }: StrikeHandleProps) {
  const from = useRef<{ readonly x: number; readonly y: number }>(undefined)
  const [by, setBy] = useState({ x: 0, y: 0 })
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={label}
      style={{ cursor: 'grab' }}
      onPointerDown={({ currentTarget, pointerId, clientX, clientY }) => {
        from.current = { x: clientX, y: clientY }
        currentTarget.setPointerCapture(pointerId)
      }}
      onPointerMove={({ clientX, clientY }) =>
        from.current && setBy({ x: clientX - from.current.x, y: clientY - from.current.y })
      }
      onPointerUp={({ clientX, clientY }) => {
        const moved = Math.hypot(by.x, by.y)
        from.current = undefined
        setBy({ x: 0, y: 0 })
        if (moved > 8) onDrop(clientX, clientY, by.x)
        else onTake()
      }}
      onKeyDown={({ key }) => key === 'Enter' && onTake()}
    >
      <circle
        cx={x + by.x}
        cy={y + by.y}
        r={HIT / 2}
        fill={by.x || by.y ? ink.float : 'transparent'}
        fillOpacity="0.4"
      />
    </g>
  )
}
