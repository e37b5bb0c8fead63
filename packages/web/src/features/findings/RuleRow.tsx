import { Box } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { Spindle } from '../../charts/Spindle.tsx'
import type { RateScale } from '../../charts/Spindle.tsx'
import { RATIO_COLUMNS } from '../../charts/ratioScale.ts'
import { text } from './text.ts'

interface RuleRowProps {
  readonly found: { readonly ratio: number | null; readonly lower: number; readonly upper: number } | undefined
  readonly scale: RateScale
  /** What stands over the figures. */
  readonly verdict?: string
  /** What takes the whole width below. */
  readonly below?: ReactNode
  readonly children: ReactNode
}

/** A rule with its ratio drawn and in figures. */
export function RuleRow({ found, scale, verdict, below, children }: RuleRowProps) {
  const words = text.trial
  const { ratio = null, lower = 0, upper = Infinity } = found ?? {}
  return (
    <Box
      as="li"
      display="grid"
      gridTemplateColumns={RATIO_COLUMNS}
      gap="2px 24px"
      alignItems="center"
      py="8px"
      borderBottom="1px solid"
      borderColor="rule"
      listStyleType="none"
    >
      <Box>{children}</Box>
      {ratio === null ? (
        <span />
      ) : (
        <Spindle
          rate={ratio}
          lower={lower}
          upper={upper}
          scale={scale}
          usualRate={1}
          label={words.label(ratio, lower, upper)}
          height={32}
        />
      )}
      <Box fontWeight="600">
        {verdict !== undefined && <Box>{verdict}</Box>}
        {ratio !== null && words.numbers(lower, ratio, upper)}
      </Box>
      {below !== undefined && <Box gridColumn="1 / -1">{below}</Box>}
    </Box>
  )
}
