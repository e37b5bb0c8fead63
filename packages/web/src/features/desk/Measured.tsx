import { Box } from '@chakra-ui/react'
import { useRef } from 'react'
import type { ReactNode } from 'react'
import { useWidth } from '../../ui/useWidth.ts'

/** A picture below the first, made to measure; what is wider than the page scrolls by itself. */
export function Measured({ most, children }: { most: number; children: (width: number) => ReactNode }) {
  const frame = useRef<HTMLDivElement>(null)
  const width = Math.min(most, useWidth(frame))
  return (
    <Box ref={frame} overflowX="auto">
      {width > 0 && children(width)}
    </Box>
  )
}
