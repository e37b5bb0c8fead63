import { Box } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { Page, Title } from './controls.tsx'

/** Holds the place of what is not known yet: never a zero, never *none*. */
export const Unknown = ({ width = '6em' }: { width?: string }) => (
  <Box
    as="span"
    className="unknown"
    display="inline-block"
    w={width}
    maxW="100%"
    h="0.9em"
    bg="wash"
    borderRadius="hair"
    verticalAlign="baseline"
    aria-hidden
  />
)

/** A page's frame before its book has been read. */
export function PageFrame({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <Page aria-busy>
      <Title>{title}</Title>
      <Box mt="18px" display="grid" gap="16px">
        {children ?? [70, 85, 60, 80, 45].map((width) => <Unknown key={width} width={`${width}%`} />)}
      </Box>
    </Page>
  )
}
