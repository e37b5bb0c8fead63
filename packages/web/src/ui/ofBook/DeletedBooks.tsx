import { Box, Flex } from '@chakra-ui/react'
import { KEPT_DAYS } from '@jotbook/contract'
import type { DeletedBook, ProblemDetails } from '@jotbook/contract'
import { Button, Quiet } from '../controls.tsx'
import { calendarDay } from '../locale.ts'
import { ProblemNote } from '../ProblemNote.tsx'
import { useRestoreBookMutation, useSessionQuery } from '../../state/api.ts'
import { text } from './text.ts'

/** Books that were deleted and can still be restored; nothing where there are none. */
export function DeletedBooks() {
  const { data } = useSessionQuery()
  return (data?.deletedBooks ?? []).map((book) => <Deleted key={book.id} book={book} />)
}

function Deleted({ book }: { book: DeletedBook }) {
  const [restore, { error, isLoading }] = useRestoreBookMutation()
  return (
    <Flex align="center" gap="12px" py="4px" borderBottom="1px solid" borderColor="rule" wrap="wrap">
      <Box flex="1">
        {book.name} <Quiet>{text.deletedBook.since(calendarDay(book.deletedAt.slice(0, 10)), KEPT_DAYS)}</Quiet>
      </Box>
      <Button disabled={isLoading} onClick={() => void restore(book.id)}>
        {text.deletedBook.restore(book.name)}
      </Button>
      <ProblemNote problem={error as ProblemDetails | undefined} />
    </Flex>
  )
}
