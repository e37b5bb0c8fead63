import { Box, Flex } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { Button, Label } from '../../ui/controls.tsx'
import { FieldProblem } from '../../ui/ProblemNote.tsx'
import type { PagePhoto } from './usePagePhoto.ts'
import { text } from './text.ts'

const ZOOM_STEP = 1.4
const RIGHT_ANGLE = 90

/** A photographed page of the notebook, to read from while typing: nearer, farther, turned. */
export function PageBeside({ photo }: { photo: PagePhoto }) {
  const [zoom, setZoom] = useState(1)
  const [turn, setTurn] = useState(0)
  const [url, setUrl] = useState<string>()
  const { blob, takeAway } = photo
  useEffect(() => {
    if (!blob) return setUrl(undefined)
    const made = URL.createObjectURL(blob)
    setUrl(made)
    return () => URL.revokeObjectURL(made)
  }, [blob])
  if (!url) return <ChoosePage photo={photo} />
  return (
    <Box
      as="aside"
      aria-label={text.page.label}
      position={{ base: 'static', lg: 'sticky' }}
      top="10px"
      alignSelf="start"
    >
      <Flex gap="6px" wrap="wrap">
        <Button onClick={() => setZoom(zoom * ZOOM_STEP)}>{text.page.nearer}</Button>
        <Button onClick={() => setZoom(Math.max(1, zoom / ZOOM_STEP))}>{text.page.farther}</Button>
        <Button onClick={() => setTurn((turn + RIGHT_ANGLE) % 360)}>{text.page.turn}</Button>
        <Button look="bare" onClick={() => void takeAway()}>
          {text.page.away}
        </Button>
      </Flex>
      <Box
        mt="6px"
        overflow="auto"
        maxH={{ base: '50vh', lg: 'calc(100vh - 90px)' }}
        border="1px solid"
        borderColor="rule"
        bg="sheet"
        tabIndex={0}
        aria-label={text.page.label}
      >
        <img
          src={url}
          alt={text.page.alt}
          style={{ width: `${100 * zoom}%`, maxWidth: 'none', display: 'block', rotate: `${turn}deg` }}
        />
      </Box>
    </Box>
  )
}

function ChoosePage({ photo: { choose, problem } }: { photo: PagePhoto }) {
  return (
    <Box maxW="100%">
      <Label htmlFor="page-photo">
        {text.page.add}. {text.page.note}
      </Label>
      <input
        id="page-photo"
        type="file"
        accept="image/*"
        onChange={(event) => void choose(event.target.files?.[0])}
        style={{ maxWidth: '100%' }}
      />
      <FieldProblem id="page-photo-problem" message={problem} />
    </Box>
  )
}
