import { Box } from '@chakra-ui/react'
import { useMemo, useRef } from 'react'
import { area, line, scaleLinear, scaleLog } from 'd3'
import type { Spell, UsualReadings } from '@jotbook/core'
import type { BestHour } from '@jotbook/core/predict'
import { ink } from '../../ui/theme.ts'
import { clock, rate, whole } from '../../ui/locale.ts'
import { useWidth } from '../../ui/useWidth.ts'
import { CourseRow } from './CourseRow.tsx'
import { COURSES } from './course.ts'
import type { Course, CourseName } from './course.ts'
import type { DayLight } from './dayLight.ts'
import { DayRow, NAMES_PX } from './DayRow.tsx'
import { FrontRow } from './FrontRow.tsx'
import type { PlannedSpan, TypedPlan } from './plan.ts'
import { text } from './text.ts'

const RATE_PX = 92
const LIGHT_PX = 74

interface DayAheadProps {
  readonly plan: TypedPlan
  readonly span: PlannedSpan
  readonly zone: string
  readonly usual: UsualReadings
  /** Undefined: not known yet. */
  readonly best: readonly BestHour[] | undefined
  readonly light: DayLight | undefined
  /** Where the day stands to a front; undefined: not known yet. */
  readonly front: readonly Spell[] | undefined
  readonly onCourse: (name: CourseName, moved: (now: Course) => Course) => void
}

/** The hours to be fished on one axis: what they promise, their light, and the forecast, which is drawn by hand or typed. */
export function DayAhead({ plan, span, zone, usual, best, light, front, onCourse }: DayAheadProps) {
  const frame = useRef<HTMLDivElement>(null)
  const width = useWidth(frame)
  const wide = Math.max(0, width - NAMES_PX)
  return (
    <Box ref={frame} mt="6px">
      {wide > 0 && (
        <>
          <DayRow name={text.day.promise} note={text.day.perHour}>
            <Promise span={span} best={best} width={wide} />
          </DayRow>
          <DayRow name={text.day.light} note={light ? text.day.lightNote : text.day.noPlace}>
            {light && <Light light={light} span={span} zone={zone} width={wide} />}
          </DayRow>
          <FrontRow spells={front} span={span} zone={zone} width={wide} />
          {COURSES.map((name) => (
            <CourseRow
              key={name}
              name={name}
              course={plan.courses[name]}
              hours={span.hours}
              usual={usual}
              width={wide}
              onCourse={(moved) => onCourse(name, moved)}
            />
          ))}
        </>
      )}
    </Box>
  )
}

interface DrawnProps {
  readonly span: PlannedSpan
  readonly width: number
}

/** The best rod of each hour, with its likely range; the best hours in full ink. */
function Promise({ span: { hours }, best, width }: DrawnProps & { readonly best: readonly BestHour[] | undefined }) {
  const column = width / hours.length
  const most = Math.max(...(best ?? []).map(({ upper }) => upper), 0.1)
  const y = scaleLinear([0, most], [RATE_PX - 16, 18])
  const top = Math.max(...(best ?? []).map((hour) => hour.rate))
  const said = best?.map(({ from, rate: value, lower, upper }) => text.day.hour(from, value, lower, upper)).join('; ')
  return (
    <svg width={width} height={RATE_PX} role="img" aria-label={said ?? text.day.promise} style={{ display: 'block' }}>
      {hours.map((hour, i) => {
        const one = best?.find(({ from }) => from === Math.floor(hour))
        const middle = (i + 0.5) * column
        return (
          <g key={hour}>
            {one && (
              <>
                <rect
                  x={i * column + column * 0.2}
                  width={column * 0.6}
                  y={y(one.rate)}
                  height={y(0) - y(one.rate)}
                  fill={one.rate >= NEARLY_BEST * top ? ink.ink : ink.hours}
                  opacity={one.rate >= NEARLY_BEST * top ? 1 : 0.5}
                />
                <path
                  d={`M${middle} ${y(one.upper)}V${y(one.lower)}M${middle - 3} ${y(one.upper)}h6`}
                  stroke={ink.float}
                  strokeWidth="1.5"
                />
                <text x={middle} y={11} textAnchor="middle" style={{ fontSize: 12, fontWeight: 600 }} fill={ink.ink}>
                  {rate(one.rate)}
                </text>
              </>
            )}
            <text x={middle} y={RATE_PX - 3} textAnchor="middle" style={{ fontSize: 12 }} fill={ink.quiet}>
              {whole(Math.floor(hour))}
            </text>
          </g>
        )
      })}
    </svg>
  )
}
const NEARLY_BEST = 0.9

const DARK_LUX = 0.05
const BRIGHT_LUX = 120_000

/** Light on the water (filled) and where the lures run (line), on the scale of the eye. */
function Light({ light, span, zone, width }: DrawnProps & { readonly light: DayLight; readonly zone: string }) {
  const x = scaleLinear([span.startMs, span.endMs], [0, width])
  const y = useMemo(() => scaleLog([DARK_LUX, BRIGHT_LUX], [LIGHT_PX - 16, 4]).clamp(true), [])
  const named = withRoom(light.events.map(({ ms }) => x(ms)))
  const filled = area<DayLight['points'][number]>(
    ({ ms }) => x(ms),
    LIGHT_PX - 16,
    ({ surface }) => y(surface),
  )
  const below = line<DayLight['points'][number]>(
    ({ ms }) => x(ms),
    ({ atLure }) => y(Math.max(atLure, DARK_LUX)),
  )
  return (
    <svg
      width={width}
      height={LIGHT_PX}
      role="img"
      aria-label={[
        text.day.lightNote,
        ...light.events.map(({ ms, what }) => `${text.day.events[what]} ${clock(ms, zone)}`),
      ].join(', ')}
      style={{ display: 'block', overflow: 'visible' }}
    >
      <path d={filled([...light.points]) ?? ''} fill={ink.sun} opacity="0.75" />
      <path d={below([...light.points]) ?? ''} fill="none" stroke={ink.hours} strokeWidth="2" />
      {light.events.map(({ ms, what }, i) => (
        <g key={what}>
          <path d={`M${x(ms)} 2V${LIGHT_PX - 14}`} stroke={ink.ink} strokeDasharray="2 3" />
          {named[i] && (
            <text
              x={x(ms)}
              y={LIGHT_PX - 3}
              style={{ fontSize: 12 }}
              fill={ink.ink}
              textAnchor={x(ms) < NAME_PX / 2 ? 'start' : x(ms) > width - NAME_PX / 2 ? 'end' : 'middle'}
            >
              {`${text.day.events[what]} ${clock(ms, zone)}`}
            </text>
          )}
        </g>
      ))}
    </svg>
  )
}

/** Room that the name of an event takes. */
const NAME_PX = 104

/** Which of several names are written: one that would stand on the one before it is not. */
function withRoom(places: readonly number[]): boolean[] {
  let last = -Infinity
  return places.map((place) => {
    const fits = place - last >= NAME_PX
    if (fits) last = place
    return fits
  })
}
