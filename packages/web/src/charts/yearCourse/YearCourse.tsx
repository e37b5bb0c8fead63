import { area, curveMonotoneX, line, scaleLinear } from 'd3'
import { ink } from '../../ui/theme.ts'
import type { YearCourseModel, YearHoursModel } from './yearCourseModel.ts'

const LEFT = 54
const RIGHT = 12
const TOP = 10
const MONTHS = [0, 31, 59, 90, 120, 151, 181, 212, 243, 273, 304, 334, 365] as const

const dayScale = (width: number) => scaleLinear([0, 365], [LEFT, width - RIGHT])

interface OfYear<Model> {
  readonly model: Model
  readonly width: number
  readonly height: number
  readonly label: string
}

/** One condition through the year: the usual as a band, every day read as a ring, this year joined by a line. */
export function YearCourse({ model, width, height, label }: OfYear<YearCourseModel>) {
  const x = dayScale(width)
  const values = [...model.earlier, ...model.thisYear].map(({ value }) => value)
  const y = scaleLinear([Math.min(...values), Math.max(...values)], [height - 12, TOP + 6]).nice(4)
  const course = line<(typeof model.thisYear)[number]>(
    ({ day }) => x(day),
    ({ value }) => y(value),
  )
  const last = model.thisYear.at(-1)
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={label}
      style={{ display: 'block', overflow: 'visible', fontSize: 13 }}
    >
      <Months x={x} top={TOP} foot={height - 6} />
      {model.ticks.map(({ value, text }) => (
        <g key={text}>
          <path d={`M${LEFT} ${y(value)}H${width - RIGHT}`} stroke={ink.rule} />
          <text x={LEFT - 8} y={y(value) + 4} textAnchor="end" fill={ink.quiet}>
            {text}
          </text>
        </g>
      ))}
      {model.usual.length > 1 && <Usual usual={[...model.usual]} x={x} y={y} />}
      {model.earlier.map(({ day, value, text }, i) => (
        <circle key={i} cx={x(day)} cy={y(value)} r="2.6" fill={ink.paper} stroke={ink.quiet} strokeWidth="1.1">
          <title>{text}</title>
        </circle>
      ))}
      <path d={course(model.thisYear) ?? ''} fill="none" stroke={ink.ink} strokeWidth="2" />
      {model.thisYear.map(({ day, value, text }, i) => (
        <circle key={i} cx={x(day)} cy={y(value)} r="3.2" fill={ink.ink}>
          <title>{text}</title>
        </circle>
      ))}
      {last && (
        <text
          x={Math.min(x(last.day) + 8, width - 34)}
          y={y(last.value) - 8}
          fill={ink.ink}
          style={{ fontWeight: 700 }}
        >
          {model.year}
        </text>
      )}
    </svg>
  )
}

interface UsualProps {
  readonly usual: YearCourseModel['usual'][number][]
  readonly x: (day: number) => number
  readonly y: (value: number) => number
}

/** The usual of a day, as a band about its middle. */
function Usual({ usual, x, y }: UsualProps) {
  const band = area<(typeof usual)[number]>(
    ({ day }) => x(day),
    ({ low }) => y(low),
    ({ high }) => y(high),
  ).curve(curveMonotoneX)
  const middle = line<(typeof usual)[number]>(
    ({ day }) => x(day),
    ({ middle: value }) => y(value),
  ).curve(curveMonotoneX)
  return (
    <>
      <path d={band(usual) ?? ''} fill={ink.hours} opacity="0.18" />
      <path d={middle(usual) ?? ''} fill="none" stroke={ink.hours} strokeWidth="1.4" strokeDasharray="5 4" />
    </>
  )
}

/** Where the hours lie in the year, a bar a week: this year's solid at the foot, earlier years' above. */
export function YearHours({ model, width, height, label }: OfYear<YearHoursModel>) {
  const x = dayScale(width)
  const y = scaleLinear([0, model.most], [height - 24, TOP])
  const bar = Math.max(2, x(7) - x(0) - 1.5)
  return (
    <svg width={width} height={height} role="img" aria-label={label} style={{ display: 'block', fontSize: 13 }}>
      <Months x={x} top={TOP} foot={height - 24} />
      <text x={LEFT - 8} y={TOP + 8} textAnchor="end" fill={ink.quiet}>
        {model.mostText}
      </text>
      {model.weeks.map(({ day, thisYear, earlier, text }) => (
        <g key={day}>
          <title>{text}</title>
          <rect x={x(day)} width={bar} y={y(thisYear)} height={y(0) - y(thisYear)} fill={ink.ink} />
          <rect
            x={x(day)}
            width={bar}
            y={y(thisYear + earlier)}
            height={y(0) - y(earlier)}
            fill={ink.hours}
            opacity="0.45"
          />
        </g>
      ))}
      <path d={`M${LEFT} ${y(0)}H${width - RIGHT}`} stroke={ink.ink} />
      <MonthNames x={x} at={height - 8} />
    </svg>
  )
}

function Months({ x, top, foot }: { x: (day: number) => number; top: number; foot: number }) {
  return <path d={MONTHS.map((day) => `M${x(day)} ${top}V${foot}`).join('')} stroke={ink.rule} />
}

const NAMES = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'] as const

function MonthNames({ x, at }: { x: (day: number) => number; at: number }) {
  return (
    <g fill={ink.quiet} textAnchor="middle">
      {NAMES.map((name, i) => (
        <text key={name} x={(x(MONTHS[i] ?? 0) + x(MONTHS[i + 1] ?? 365)) / 2} y={at}>
          {name}
        </text>
      ))}
    </g>
  )
}
