import { Box, Flex } from '@chakra-ui/react'
import { Quiet } from '../../../ui/controls.tsx'
import { text } from './text.ts'

interface HoursInBandsProps {
  readonly labels: readonly string[]
  /** As many as labels. */
  readonly hours: readonly number[]
  readonly unknown: number
}

/** Each band with a bar as long as its hours. */
export function HoursInBands({ labels, hours, unknown }: HoursInBandsProps) {
  const most = Math.max(...hours)
  if (most <= 0) return <Quiet>{text.none}</Quiet>
  return (
    <Box>
      {labels.map((label, i) => (
        <Flex key={label} align="center" gap="8px" fontSize="small" lineHeight="1.5">
          <Box flex="0 1 11.5rem" minW="0">
            {label}
          </Box>
          <Box flex="1 1 0" h="10px" minW="0">
            <Box h="100%" bg="ink" w={`${(100 * (hours[i] ?? 0)) / most}%`} />
          </Box>
          <Box flex="0 0 4rem" textAlign="right" color={hours[i] ? 'ink' : 'quiet'} fontVariantNumeric="tabular-nums">
            {text.hours(hours[i] ?? 0)}
          </Box>
        </Flex>
      ))}
      {unknown >= 0.5 && <Quiet>{text.unknown(unknown)}</Quiet>}
    </Box>
  )
}
