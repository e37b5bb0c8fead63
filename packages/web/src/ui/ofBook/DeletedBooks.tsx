import type { Id } from '@jotbook/core'
import { Box, Flex } from '@chakra-ui/react'
import { KEPT_DAYS } from '@jotbook/contract'
import type { DeletedBook, ProblemDetails } from '@jotbook/contract'
import { Button, Quiet } from '../controls.tsx'
import { calendarDay } from '../locale.ts'
import { ProblemNote } from '../ProblemNote.tsx'
import { useRestoreBookMutation, useSessionQuery } from '../../state/api.ts'
import { text } from './text.ts'

interface Restoring {
  readonly onRestored?: ((book: Id<'book'>) => void) | undefined
}

/** Books that were deleted and can still be restored; nothing where there are none. */
export function DeletedBooks({ onRestored }: Restoring) {
  const { data } = useSessionQuery()
  return (data?.deletedBooks ?? []).map((book) => <Deleted key={book.id} book={book} onRestored={onRestored} />)
}

function Deleted({ book, onRestored }: Restoring & { readonly book: DeletedBook }) {
  const [send, { error, isLoading }] = useRestoreBookMutation()
  const restore = async (): Promise<void> => {
    const restored = await send(book.id)
    if (!restored.error) onRestored?.(book.id)
  }
  return (
    <Flex align="center" gap="12px" py="4px" borderBottom="1px solid" borderColor="rule" wrap="wrap">
      <Box flex="1">
        {book.name} <Quiet>{text.deletedBook.since(calendarDay(book.deletedAt.slice(0, 10)), KEPT_DAYS)}</Quiet>
      </Box>
      <Button disabled={isLoading} onClick={() => void restore()}>
        {text.deletedBook.restore(book.name)}
      </Button>
      <ProblemNote problem={error as ProblemDetails | undefined} />
    </Flex>
  )
}
