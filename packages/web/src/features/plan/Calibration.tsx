import { Box } from '@chakra-ui/react'
import { scaleLinear } from 'd3'
import type { Backtest } from '@jotbook/core/predict'
import { ink } from '../../ui/theme.ts'
import { Quiet } from '../../ui/controls.tsx'
import { decimals, whole } from '../../ui/locale.ts'
import { text } from './text.ts'

const [WIDTH, HEIGHT, EDGE] = [300, 210, 34]

/** What was foretold of past stints against what came, a tenth of them at a time, with limits: on the line the plan is right on average. */
export function Calibration({ backtest: { calibration } }: { backtest: Backtest }) {
  const tenths = calibration.map(({ stints, expected, observed, lower, upper }) => ({
    expected: expected / stints,
    came: observed / stints,
    lower: lower / stints,
    upper: upper / stints,
  }))
  const most = Math.max(...tenths.map(({ expected, upper }) => Math.max(expected, upper)), 0.1)
  const x = scaleLinear([0, most], [EDGE, WIDTH - 8])
  const y = scaleLinear([0, most], [HEIGHT - EDGE, 8])
  return (
    <Box as="details" mt="4px" className="no-print">
      <summary>{text.calibration.title}</summary>
      <Quiet>{text.calibration.note}</Quiet>
      <svg
        width={WIDTH}
        height={HEIGHT}
        role="img"
        aria-label={tenths.map(({ expected, came }) => text.calibration.point(expected, came)).join('; ')}
        style={{ display: 'block', background: ink.sheet, color: ink.ink, marginTop: 6 }}
      >
        <path d={`M${x(0)} ${y(0)}L${x(most)} ${y(most)}`} stroke={ink.quiet} strokeDasharray="4 4" />
        <path d={`M${x(0)} 8V${y(0)}H${WIDTH - 8}`} fill="none" stroke={ink.ink} />
        {x.ticks(4).map((tick) => (
          <g key={tick} fill={ink.quiet} style={{ fontSize: 12 }}>
            <text x={x(tick)} y={HEIGHT - EDGE + 15} textAnchor="middle">
              {decimals(tick, 1)}
            </text>
            {tick > 0 && (
              <text x={EDGE - 5} y={y(tick) + 4} textAnchor="end">
                {decimals(tick, 1)}
              </text>
            )}
          </g>
        ))}
        <text x={(EDGE + WIDTH) / 2} y={HEIGHT - 5} textAnchor="middle" fill={ink.ink} style={{ fontSize: 12 }}>
          {text.calibration.foretold}
        </text>
        {tenths.map(({ expected, came, lower, upper }) => (
          <g key={expected}>
            <path d={`M${x(expected)} ${y(lower)}V${y(upper)}`} stroke={ink.hours} strokeWidth="2" />
            <circle cx={x(expected)} cy={y(came)} r="4" fill={ink.ink}>
              <title>{text.calibration.point(expected, came)}</title>
            </circle>
          </g>
        ))}
      </svg>
      <Quiet>{text.calibration.rests(whole(calibration.reduce((sum, { stints }) => sum + stints, 0)))}</Quiet>
    </Box>
  )
}
