import { Box } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { useIntoView } from './useIntoView.ts'

/** A panel that a press has opened: it comes into view, and is not printed. */
export function OpenedPanel({ label, children }: { label: string; children: ReactNode }) {
  const intoView = useIntoView()
  return (
    <Box
      as="section"
      ref={intoView}
      aria-label={label}
      bg="sheet"
      borderTop="3px solid"
      borderColor="float"
      mt="10px"
      p="12px 18px"
      className="no-print"
    >
      {children}
    </Box>
  )
}
