import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { KEPT_DAYS } from '@jotbook/contract'
import type { BookSummary, ProblemDetails } from '@jotbook/contract'
import { useDeleteBookMutation } from '../../state/api.ts'
import { DeletedBooks } from '../../ui/ofBook/DeletedBooks.tsx'
import { bookOpened } from '../../state/session.ts'
import { useAppDispatch, useAppSelector } from '../../state/store.ts'
import { saved, useSave } from '../../state/useSave.ts'
import { Button, Field, Heading, Label, LinkButton, Quiet } from '../../ui/controls.tsx'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { text } from './text.ts'

/** The books of this account: which one is open, what it is called, and those deleted that can still be restored. */
export function YourBooks({ open }: { open: BookSummary }) {
  const books = useAppSelector(({ session }) => session.books)
  const dispatch = useAppDispatch()
  const navigate = useNavigate()
  return (
    <Box as="section" aria-label={text.books.title} mt="22px">
      <Heading>{text.books.title}</Heading>
      {books.map(({ id, name, demo, role }) => (
        <Flex key={id} align="center" gap="12px" py="4px" borderBottom="1px solid" borderColor="rule" wrap="wrap">
          {id === open.id && role === 'owner' ? (
            <OpenBook book={open} />
          ) : (
            <>
              <Box flex="1">
                {id === open.id ? open.name : name} {demo && <Quiet>{text.books.made}</Quiet>}
              </Box>
              {id === open.id ? (
                <Quiet>{text.books.open}</Quiet>
              ) : (
                <Button
                  onClick={() => {
                    dispatch(bookOpened(id))
                    void navigate('/trips')
                  }}
                >
                  {text.books.openIt(name)}
                </Button>
              )}
            </>
          )}
        </Flex>
      ))}
      <DeletedBooks />
      <LinkButton to="/start" mt="10px">
        {text.books.another}
      </LinkButton>
    </Box>
  )
}

type Task = 'rename' | 'delete'

/** The open book, for its owner: renamed and deleted here. */
function OpenBook({ book }: { book: BookSummary }) {
  const [task, setTask] = useState<Task>()
  if (task !== undefined) return <OfOpenBook book={book} task={task} onDone={() => setTask(undefined)} />
  return (
    <>
      <Box flex="1">
        {book.name} <Quiet>{book.demo ? `${text.books.open} · ${text.books.made}` : text.books.open}</Quiet>
      </Box>
      <Button onClick={() => setTask('rename')}>{text.rename}</Button>
      <Button look="bare" onClick={() => setTask('delete')}>
        {text.books.remove}
      </Button>
    </>
  )
}

interface OfOpenBookProps {
  readonly book: BookSummary
  readonly task: Task
  readonly onDone: () => void
}

/** Its name is typed: the new one, or once more the one that is deleted. */
function OfOpenBook({ book, task, onDone }: OfOpenBookProps) {
  const save = useSave()
  const [typed, setTyped] = useState(task === 'rename' ? book.name : '')
  const [remove, { error, isLoading }] = useDeleteBookMutation()
  const rename = async (): Promise<void> => {
    const name = typed.trim()
    if (name !== '' && name !== book.name) await save(saved(name), [{ kind: 'book', id: book.id, fields: { name } }])
    onDone()
  }
  return (
    <Box
      as="form"
      flex="1"
      py="6px"
      onSubmit={(event: React.FormEvent) => {
        event.preventDefault()
        void (task === 'rename' ? rename() : remove({ book: book.id, name: typed }))
      }}
    >
      {task === 'delete' && <p>{text.books.removeNote(KEPT_DAYS)}</p>}
      <Label htmlFor="book-name">{task === 'rename' ? text.books.name : text.books.typeName(book.name)}</Label>
      <Flex gap="10px" wrap="wrap">
        <Box w="280px">
          <Field
            id="book-name"
            autoFocus
            autoComplete="off"
            maxLength={200}
            value={typed}
            onChange={({ target }) => setTyped(target.value)}
          />
        </Box>
        <Button
          type="submit"
          look="main"
          disabled={task === 'delete' && (typed.trim() !== book.name.trim() || isLoading)}
        >
          {task === 'rename' ? text.rename : text.books.remove}
        </Button>
        <Button look="bare" onClick={onDone}>
          {text.cancel}
        </Button>
      </Flex>
      <ProblemNote problem={error as ProblemDetails | undefined} />
    </Box>
  )
}
