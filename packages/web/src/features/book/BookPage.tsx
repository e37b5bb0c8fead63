import { Box, Flex } from '@chakra-ui/react'
import { useNavigate } from 'react-router'
import { routes } from '@jotbook/contract'
import { bookOpened } from '../../app/session.ts'
import { useAppDispatch, useAppSelector } from '../../app/store.ts'
import { useBookId } from '../../app/useBook.ts'
import { Button, Heading, LinkButton, Page, Quiet, Title } from '../../ui/controls.tsx'
import { MembersAndDevices } from '../account/index.ts'
import { Addresses } from '../instruments/index.ts'
import { Conflicts } from './Conflicts.tsx'
import { ImportBundle } from './ImportBundle.tsx'
import { text } from './text.ts'
import { NeedsYou } from './NeedsYou.tsx'
import { SafeKeeping } from './SafeKeeping.tsx'
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
      <Conflicts book={book} />
      <Box as="section" aria-label={text.books.title} mt="22px">
        <Heading>{text.books.title}</Heading>
        {books.map(({ id, name, demo }) => (
          <Flex key={id} align="center" gap="12px" py="4px" borderBottom="1px solid" borderColor="rule">
            <Box flex="1">
              {name} {demo && <Quiet>{text.books.made}</Quiet>}
            </Box>
            {id === book ? (
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
          </Flex>
        ))}
        <LinkButton to="/start" mt="10px">
          {text.books.another}
        </LinkButton>
      </Box>
      <ImportBundle book={book} />
      <Box as="section" aria-label={text.take.title} mt="26px">
        <Heading>{text.take.title}</Heading>
        <p>{text.take.note}</p>
        <Flex gap="10px 22px" wrap="wrap" mt="8px">
          <a href={routes.export(book)}>{text.take.si}</a>
          <a href={`${routes.export(book)}?units=imperial`}>{text.take.imperial}</a>
          <a href={`${routes.export(book)}?places=0`}>{text.take.noPlaces}</a>
          <a href={`${routes.export(book)}?as=whole`}>{text.take.whole}</a>
          <a href={`${routes.export(book)}?as=json`}>{text.take.json}</a>
          <a href={`${routes.export(book)}?as=geojson`}>{text.take.geojson}</a>
          <a href={`${routes.export(book)}?as=gpx`}>{text.take.gpx}</a>
        </Flex>
      </Box>
      <SafeKeeping book={book} />
      <MembersAndDevices book={book} owner={open.role === 'owner'} />
      {open.role === 'owner' && <Addresses book={book} />}
      <Units book={book} />
    </Page>
  )
}
