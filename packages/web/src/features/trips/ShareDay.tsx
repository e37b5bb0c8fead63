import { Box } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { useUnits } from '../../state/useBook.ts'
import { DayStrip } from '../../charts/dayStrip/DayStrip.tsx'
import { frameOf } from '../../charts/dayStrip/frame.ts'
import type { StripModel } from '../../charts/dayStrip/stripModel.ts'
import { Button, Quiet } from '../../ui/controls.tsx'
import { day } from '../../ui/locale.ts'
import { savePng } from '../../ui/savePicture.ts'
import { ink } from '../../ui/theme.ts'
import { figuresOf } from './Figures.tsx'
import { zoneOf } from './stripPaths.ts'
import type { TripOnScreen } from './stripPaths.ts'
import { text } from './text.ts'

const WIDTH = 1080
const HEAD = 150
const EDGE = 30
/** Figures stand side by side; the sixth, a span of time, ends at the edge. */
const [SHORT, STEP] = [5, 165]
const ID = 'day-picture'

/** The day as one picture to hand on, drawn when it is asked for. */
export function ShareDay(day: { screen: TripOnScreen; model: StripModel }) {
  const [making, setMaking] = useState(false)
  useEffect(() => {
    const svg = making ? document.querySelector<SVGSVGElement>(`#${ID}`) : null
    if (svg) void savePng(svg, text.share.file).finally(() => setMaking(false))
  }, [making])
  return (
    <Box mt="16px" className="no-print">
      <Button onClick={() => setMaking(true)}>{text.share.save}</Button> <Quiet>{text.share.note}</Quiet>
      {making && <DayPicture {...day} />}
    </Box>
  )
}

/** Figures and strip, and nothing that tells where. */
function DayPicture({ screen, model }: { screen: TripOnScreen; model: StripModel }) {
  const shown = figuresOf(screen, useUnits())
  const inner = WIDTH - 2 * EDGE
  const height = HEAD + frameOf(model, inner).height + EDGE
  return (
    <Box aria-hidden position="absolute" left="-9999px" top="0">
      <svg
        id={ID}
        viewBox={`0 0 ${WIDTH} ${height}`}
        width={WIDTH}
        height={height}
        xmlns="http://www.w3.org/2000/svg"
        fontFamily="'Atkinson Hyperlegible Next Variable', sans-serif"
      >
        <rect width={WIDTH} height={height} fill={ink.paper} />
        <text x={EDGE} y="48" style={{ fontSize: 26, fontWeight: 700 }} fill={ink.ink}>
          {day(screen.trip.start, zoneOf(screen), 'full')}
        </text>
        {shown.map(([value, name], i) => (
          <g
            key={name}
            transform={`translate(${i < SHORT ? EDGE + i * STEP : EDGE + inner} 96)`}
            textAnchor={i < SHORT ? 'start' : 'end'}
          >
            <text style={{ fontSize: 26, fontWeight: 700 }} fill={ink.ink}>
              {value}
            </text>
            <text y="22" style={{ fontSize: 14 }} fill={ink.quiet}>
              {name}
            </text>
          </g>
        ))}
        <g transform={`translate(${EDGE} ${HEAD})`}>
          <DayStrip model={model} width={inner} highlight={undefined} />
        </g>
      </svg>
    </Box>
  )
}
