import { Box } from '@chakra-ui/react'
import type { RateScale } from '../../charts/Spindle.tsx'
import { decimals } from '../../ui/locale.ts'
import { ink } from '../../ui/theme.ts'

/** The ticks over a column of ratios, and what a ratio is of. */
export function RatioAxis({ scale, name }: { scale: RateScale; name: string }) {
  return (
    <Box display={{ base: 'none', lg: 'block' }}>
      <Box fontSize="small" color="quiet">
        {name}
      </Box>
      <svg width={scale.width + 8} height="18" style={{ overflow: 'visible' }} aria-hidden>
        {scale.ticks.map((tick) => (
          <text
            key={tick}
            x={scale.x(tick)}
            y="13"
            textAnchor="middle"
            fontSize="12"
            fontWeight={tick === 1 ? 700 : 400}
            fill={ink.quiet}
          >
            {decimals(tick, tick < 1 ? 2 : 0)}
          </text>
        ))}
      </svg>
    </Box>
  )
}
