import { Box } from '@chakra-ui/react'
import { ADJUSTABLE_BANDS } from '@jotbook/core'
import { useBands, useBookId } from '../../../state/useBook.ts'
import { Page, Title } from '../../../ui/controls.tsx'
import { BandEdges } from './BandEdges.tsx'
import { text } from './text.ts'

/** Where the bands of the book lie, and how its hours fall into them. */
export function BandsPage() {
  const book = useBookId()
  const bands = useBands()
  return (
    <Page>
      <Title>{text.title}</Title>
      <Box as="p" maxW="46rem">
        {text.note}
      </Box>
      <Box
        display="grid"
        gridTemplateColumns={{ base: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) minmax(0, 1fr)' }}
        gap="26px 44px"
        mt="18px"
      >
        {ADJUSTABLE_BANDS.map((band) => (
          // Saved edges are shown as they were saved.
          <BandEdges key={`${band} ${bands[band].edges.join(' ')}`} book={book} band={band} set={bands[band]} />
        ))}
      </Box>
    </Page>
  )
}
