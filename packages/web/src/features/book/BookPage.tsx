import { Box, Flex } from '@chakra-ui/react'
import { useNavigate } from 'react-router'
import { routes } from '@jotbook/contract'
import { bookOpened } from '../../app/session.ts'
import { useAppDispatch, useAppSelector } from '../../app/store.ts'
import { useBookId } from '../../app/useBook.ts'
import { Button, Heading, LinkButton, Page, Quiet, Title } from '../../ui/controls.tsx'
import { ImportBundle } from './ImportBundle.tsx'
import { NeedsYou } from './NeedsYou.tsx'
import { Units } from './Units.tsx'

/** The book itself: which one is open, what comes in and goes out, its units, and what needs its owner. */
export function BookPage() {
  const book = useBookId()
  const { books } = useAppSelector(({ session }) => session)
  const open = books.find(({ id }) => id === book)
  const dispatch = useAppDispatch()
  const navigate = useNavigate()
  if (!open) return <Page />
  return (
    <Page>
      <Title>{open.name}</Title>
      <NeedsYou book={book} />
      <Box as="section" aria-label="Books" mt="22px">
        <Heading>Books on this server</Heading>
        {books.map(({ id, name, demo }) => (
          <Flex key={id} align="center" gap="12px" py="4px" borderBottom="1px solid" borderColor="rule">
            <Box flex="1">
              {name} {demo && <Quiet>made up, to look around in</Quiet>}
            </Box>
            {id === book ? (
              <Quiet>open</Quiet>
            ) : (
              <Button
                onClick={() => {
                  dispatch(bookOpened(id))
                  void navigate('/trips')
                }}
              >
                Open {name}
              </Button>
            )}
          </Flex>
        ))}
        <LinkButton to="/start" mt="10px">
          Start another book
        </LinkButton>
      </Box>
      <ImportBundle book={book} />
      <Box as="section" aria-label="Export" mt="26px">
        <Heading>Take it out</Heading>
        <p>The same files go back in, here or on any other Jot Book. Spots are secrets: leave the coordinates out of what you hand on.</p>
        <Flex gap="10px 22px" wrap="wrap" mt="8px">
          <a href={routes.export(book)}>Files, metric columns (.zip)</a>
          <a href={`${routes.export(book)}?units=imperial`}>Files, imperial columns (.zip)</a>
          <a href={`${routes.export(book)}?places=0`}>Files without places (.zip)</a>
          <a href={`${routes.export(book)}?as=json`}>The whole book with its history (book.json)</a>
        </Flex>
      </Box>
      <Units book={book} />
    </Page>
  )
}
