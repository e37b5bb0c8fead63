import { scaleLinear } from 'd3'
import type { AroundChange, WatchedEdge } from '@jotbook/core'
import { rate } from '../../ui/locale.ts'
import { ink } from '../../ui/theme.ts'
import type { Judgement } from './evidence.ts'
import { Picture } from './Picture.tsx'
import { text } from './text.ts'

const [ROW, TOP] = [54, 34]
const NARROW = 640

/** A change with the hours around it, and what they say of it. */
export interface Change {
  readonly edge: WatchedEdge
  readonly around: AroundChange
  readonly judgement: Judgement
}

/** Each change as a line from the hour before to the hour after, on one scale of strikes an hour; what the same rods brought otherwise is dotted. */
export function ChangesPicture({ changes, width }: { changes: readonly Change[]; width: number }) {
  const words = text.changes
  const left = width < NARROW ? 150 : 250
  const right = width < NARROW ? 12 : 190
  const rates = changes.flatMap(({ around: { before, after } }) => [before.inside, after.inside, after.outside].map(of))
  const x = scaleLinear([0, Math.max(0.5, ...rates)], [left, width - right]).nice(5)
  const foot = TOP + changes.length * ROW
  return (
    <Picture width={width} height={foot + 12} label={words.picture}>
      <text x={left} y="12" fill={ink.quiet}>
        {text.perHour}
      </text>
      {x.ticks(6).map((tick) => (
        <g key={tick} fill={ink.quiet}>
          <path d={`M${x(tick)} ${TOP}V${foot}`} stroke={ink.rule} />
          <text x={x(tick)} y={TOP - 6} textAnchor="middle">
            {tick}
          </text>
        </g>
      ))}
      {changes.map((change, i) => (
        <ChangeRow
          key={change.edge}
          change={change}
          x={x}
          top={TOP + i * ROW}
          right={width - right}
          isWide={width >= NARROW}
        />
      ))}
    </Picture>
  )
}

const of = ({ events, exposureHours }: { events: number; exposureHours: number }): number =>
  exposureHours > 0 ? events / exposureHours : 0

interface ChangeRowProps {
  readonly change: Change
  readonly x: (rate: number) => number
  readonly top: number
  readonly right: number
  readonly isWide: boolean
}

function ChangeRow({ change: { edge, around, judgement }, x, top, right, isWide }: ChangeRowProps) {
  const words = text.changes
  const { before, after, crossings } = around
  const [from, to, rest] = [x(of(before.inside)), x(of(after.inside)), x(of(after.outside))]
  const isClear = judgement === 'strong' || judgement === 'leaning'
  const y = top + ROW / 2
  return (
    <g>
      <title>{`${words.edges[edge]}: ${rate(of(before.inside))}, ${rate(of(after.inside))}`}</title>
      <text x="0" y={y - 2} fill={ink.ink} style={{ fontWeight: isClear ? 700 : 400 }}>
        {words.edges[edge]}
      </text>
      <text x="0" y={y + 15} fill={ink.quiet}>
        {words.times(crossings)}
      </text>
      <path d={`M${rest} ${top + 6}V${top + ROW - 6}`} stroke={ink.ink} strokeDasharray="2 4" />
      {before.inside.exposureHours > 0 && after.inside.exposureHours > 0 && (
        <path d={`M${from} ${y}H${to}`} stroke={ink.ink} strokeWidth={isClear ? 4 : 2} opacity={isClear ? 1 : 0.5} />
      )}
      {before.inside.exposureHours > 0 && (
        <circle cx={from} cy={y} r="5" fill={ink.paper} stroke={ink.ink} strokeWidth="1.6" />
      )}
      {after.inside.exposureHours > 0 && <path d={arrow(to, y, to >= from)} fill={isClear ? ink.float : ink.ink} />}
      {isWide && (
        <text x={right + 14} y={y + 5} fill={ink.ink}>
          {`${text.judgements[judgement]}${after.ratio.ratio === null ? '' : `, × ${rate(after.ratio.ratio)}`}`}
        </text>
      )}
      <path d={`M0 ${top + ROW}H${right}`} stroke={ink.rule} />
    </g>
  )
}

const arrow = (x: number, y: number, forward: boolean): string => {
  const back = forward ? -12 : 12
  return `M${x} ${y}l${back} -7v14Z`
}
