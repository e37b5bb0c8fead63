import { Box } from '@chakra-ui/react'
import { useState } from 'react'
import { scaleLinear } from 'd3'
import { parseQuantity } from '@jotbook/core'
import type { UsualReadings } from '@jotbook/core'
import { useUnits } from '../../state/useBook.ts'
import { ink } from '../../ui/theme.ts'
import { decimals, unitLabel } from '../../ui/locale.ts'
import { COURSE_OF, shownValue, storedValue, valueAt, withPin } from './course.ts'
import type { Course, CourseName } from './course.ts'
import { DayRow } from './DayRow.tsx'
import { usualOf } from './plan.ts'
import { text } from './text.ts'

interface CourseRowProps {
  readonly name: CourseName
  readonly course: Course
  readonly hours: readonly number[]
  readonly usual: UsualReadings
  readonly width: number
  /** By the course as it is, which may be later than it was drawn. */
  readonly onCourse: (moved: (now: Course) => Course) => void
}

const HEIGHT_PX = 46
/** A cell narrower than its figures is left out: every second hour, every third. */
const cellPx = (isInches: boolean): number => (isInches ? 44 : 30)

/** One condition of the forecast: points that are dragged or moved by keys, and under them cells that are typed into. */
export function CourseRow({ name, course, hours, usual, width, onCourse }: CourseRowProps) {
  const units = useUnits()
  const { shown, bounds } = COURSE_OF[name]
  const unit = shown(units)
  const every = Math.max(1, Math.ceil((cellPx(unit === 'inhg') * hours.length) / width))
  const label = `${text.courses[name]}, ${unit ? unitLabel(unit) : '%'}`
  const otherwise = usualOf(name, usual)
  const put = (hour: number, value: number): void =>
    onCourse((now) => withPin(now, hour, Math.max(bounds[0], Math.min(bounds[1], value))))
  const told = (value: number | undefined): string =>
    value === undefined ? '' : decimals(shownValue(value, name, units), unit === 'inhg' ? 2 : 0)
  const say = (hour: number, typed: string): boolean => {
    const value = readValue(typed, name, units)
    const isEmpty = typed.trim() === ''
    if (isEmpty) onCourse((now) => withPin(now, hour, undefined))
    else if (value !== undefined && value >= bounds[0] && value <= bounds[1]) put(hour, value)
    else return false
    return true
  }
  return (
    <DayRow name={text.courses[name]} note={unit ? unitLabel(unit) : '%'}>
      <Points
        {...{ name, course, hours, width, label, otherwise, told, put }}
        onDrop={(hour) => onCourse((now) => withPin(now, hour, undefined))}
      />
      <Box display="grid" gridTemplateColumns={`repeat(${hours.length}, minmax(0, 1fr))`} minH="26px">
        {hours.map((hour, i) =>
          i % every === 0 ? (
            <HourCell
              key={hour}
              label={text.atHour(label, hour)}
              column={i + 1}
              wide={Math.min(every, hours.length - i)}
              told={told(valueAt(course, hour))}
              usual={course.length === 0 ? told(otherwise) : ''}
              onSay={(typed) => say(hour, typed)}
            />
          ) : null,
        )}
      </Box>
    </DayRow>
  )
}

interface PointsProps extends Pick<CourseRowProps, 'name' | 'course' | 'hours' | 'width'> {
  readonly label: string
  readonly otherwise: number | undefined
  readonly told: (value: number | undefined) => string
  readonly put: (hour: number, value: number) => void
  readonly onDrop: (hour: number) => void
}

/** The course as a line through its points; the hour under the pointer is moved. */
function Points(props: PointsProps) {
  const { name, course, hours, width, otherwise, put } = props
  const units = useUnits()
  const [dragged, setDragged] = useState<{ readonly hour: number; readonly value: number }>()
  const seen = dragged ? withPin(course, dragged.hour, dragged.value) : course
  const column = width / hours.length
  const x = (i: number): number => (i + 0.5) * column
  const y = scaleLinear(COURSE_OF[name].drawn, [HEIGHT_PX - 7, 7]).clamp(true)
  const at = (hour: number): number | undefined => valueAt(seen, hour) ?? otherwise
  const points = hours.flatMap((hour, i) => {
    const value = at(hour)
    return value === undefined ? [] : [`${x(i)} ${y(value)}`]
  })
  const under = ({ clientX, clientY, currentTarget }: React.PointerEvent<SVGSVGElement>) => {
    const { left, top } = currentTarget.getBoundingClientRect()
    const i = Math.max(0, Math.min(hours.length - 1, Math.floor((clientX - left) / column)))
    return { hour: hours[i] ?? 0, value: y.invert(clientY - top) }
  }
  return (
    <svg
      width={width}
      height={HEIGHT_PX}
      style={{ display: 'block', touchAction: 'pan-y', cursor: 'ns-resize' }}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId)
        setDragged(under(event))
      }}
      onPointerMove={(event) => {
        if (dragged) setDragged({ ...dragged, value: under(event).value })
      }}
      onPointerUp={() => {
        if (dragged) put(dragged.hour, rounded(dragged.value, name, units))
        setDragged(undefined)
      }}
      onPointerCancel={() => setDragged(undefined)}
    >
      <path d={`M0 ${HEIGHT_PX - 1}H${width}`} stroke={ink.rule} />
      {points.length > 1 && (
        <path
          d={`M${points.join('L')}`}
          fill="none"
          stroke={ink.ink}
          strokeWidth="1.8"
          {...(seen.length === 0 ? { strokeDasharray: '3 4', opacity: 0.6 } : {})}
        />
      )}
      {hours.map((hour, i) => {
        const value = at(hour)
        return (
          <Point key={hour} {...props} {...{ hour, value, seen }} x={x(i)} y={y(value ?? COURSE_OF[name].drawn[0])} />
        )
      })}
    </svg>
  )
}

interface PointProps extends PointsProps {
  readonly hour: number
  readonly value: number | undefined
  /** The course as it is dragged. */
  readonly seen: Course
  readonly x: number
  readonly y: number
}

const THUMB_PX = 18
const KEYS: Readonly<Record<string, number>> = { ArrowUp: 1, ArrowDown: -1, PageUp: 5, PageDown: -5 }

function Point({ name, label, hour, value, seen, told, put, onDrop, x, y }: PointProps) {
  const units = useUnits()
  const { drawn, bounds, step, shown } = COURSE_OF[name]
  const isPin = seen.some((pin) => pin.hour === hour)
  const whole = (of: number): number => Math.round(shownValue(of, name, units))
  return (
    // A thumb moves a point from where it can hit it; beside the points the page scrolls.
    <g style={{ touchAction: 'none' }}>
      <circle cx={x} cy={y} r={THUMB_PX} fill="transparent" />
      <circle
        cx={x}
        cy={y}
        r={isPin ? 5.5 : 3.5}
        fill={isPin ? ink.float : ink.paper}
        stroke={isPin ? ink.float : ink.quiet}
        strokeWidth="1.5"
        opacity={value === undefined ? 0.5 : 1}
        role="slider"
        tabIndex={0}
        aria-orientation="vertical"
        aria-label={text.point(label, hour)}
        aria-valuemin={whole(bounds[0])}
        aria-valuemax={whole(bounds[1])}
        aria-valuenow={whole(value ?? drawn[0])}
        aria-valuetext={told(value) || text.notSaid}
        onKeyDown={(event) => {
          if (event.key === 'Delete' || event.key === 'Backspace') onDrop(hour)
          const by = KEYS[event.key]
          if (by === undefined) return
          event.preventDefault()
          const from = shownValue(value ?? (drawn[0] + drawn[1]) / 2, name, units)
          put(hour, storedValue(from + (shown(units) === 'inhg' ? 0.05 : step) * by, name, units))
        }}
      />
    </g>
  )
}

type Units = ReturnType<typeof useUnits>

/** A point lies on a whole step of what is shown. */
function rounded(value: number, name: CourseName, units: Units): number {
  const { shown, step } = COURSE_OF[name]
  const by = shown(units) === 'inhg' ? 0.01 : step
  return storedValue(Math.round(shownValue(value, name, units) / by) * by, name, units)
}

function readValue(typed: string, name: CourseName, units: Units): number | undefined {
  const { stored, shown } = COURSE_OF[name]
  const unit = shown(units)
  if (stored && unit) return parseQuantity(typed, unit, stored)?.value
  const plain = Number(typed.replace('%', '').trim())
  return typed.trim() === '' || !Number.isFinite(plain) ? undefined : plain
}

interface HourCellProps {
  readonly label: string
  readonly column: number
  readonly wide: number
  readonly told: string
  readonly usual: string
  /** False: it cannot be read. */
  readonly onSay: (typed: string) => boolean
}

/** The value at an hour; while it is typed, what is typed. */
function HourCell({ label, column, wide, told, usual, onSay }: HourCellProps) {
  const [typed, setTyped] = useState<string>()
  const [wrong, setWrong] = useState(false)
  const say = (): void => {
    if (typed === undefined) return
    const isRead = onSay(typed)
    setWrong(!isRead)
    if (isRead) setTyped(undefined)
  }
  return (
    <input
      aria-label={label}
      aria-invalid={wrong}
      inputMode="decimal"
      value={typed ?? told}
      placeholder={usual}
      style={{
        gridColumn: `${column} / span ${wide}`,
        width: '100%',
        minWidth: 0,
        textAlign: 'center',
        fontSize: '0.8125rem',
        background: 'transparent',
        color: 'inherit',
        borderBottom: `1.5px solid ${wrong ? ink.float : ink.rule}`,
      }}
      onFocus={({ target }) => target.select()}
      onChange={({ target }) => setTyped(target.value)}
      onBlur={say}
      onKeyDown={({ key }) => {
        if (key === 'Enter') say()
      }}
    />
  )
}
