import { Box } from '@chakra-ui/react'
import { useState } from 'react'
import { Link } from 'react-router'
import { useBookId } from '../../app/useBook.ts'
import { commit } from '../../offline/index.ts'
import type { Edit } from '../../offline/index.ts'
import { Button, Heading } from '../../ui/controls.tsx'
import { openEndsOf, undoOf } from './mends.ts'
import type { Mend } from './mends.ts'
import type { TripOnScreen } from './stripPaths.ts'
import { text } from './text.ts'

/** What is still to be said or mended, each with the ways to do it, and the way back. */
export function LooseEnds({ screen }: { screen: TripOnScreen }) {
  const book = useBookId()
  const [undo, setUndo] = useState<readonly Edit[]>()
  const ends = openEndsOf(screen)
  if (ends.length === 0 && !undo) return null
  const mend = async (chosen: Mend): Promise<void> => {
    const back = undoOf(chosen, screen)
    await commit(book, chosen.edits)
    setUndo(back)
  }
  const goBack = async (): Promise<void> => {
    if (undo) await commit(book, undo)
    setUndo(undefined)
  }
  return (
    <Box as="section" aria-label={text.ends.label} bg="sheet" borderTop="1.5px solid" borderColor="ink" mt="16px" p="14px 18px" className="no-print">
      {ends.length > 0 && <Heading>{text.ends.title(ends.length)}</Heading>}
      {ends.map(({ key, when, message, mends }) => (
        <Box key={key} mt="6px">
          {when} {message}{' '}
          {mends.map((one) => (
            <Button key={one.label} look="bare" fontWeight="700" onClick={() => void mend(one)}>
              {one.label}
            </Button>
          ))}
          {mends.length === 0 && <Link to={`/trips/${screen.trip.id}/edit`}>{text.ends.mend}</Link>}
        </Box>
      ))}
      {undo && (
        <Box mt="8px" role="status">
          {text.ends.done}{' '}
          <Button look="bare" onClick={() => void goBack()}>
            {text.ends.undo}
          </Button>
        </Box>
      )}
    </Box>
  )
}
