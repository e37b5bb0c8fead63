import { Box, Flex } from '@chakra-ui/react'
import { routes } from '@jotbook/contract'
import { useAppSelector } from '../../state/store.ts'
import { useBookId } from '../../state/useBook.ts'
import { Heading, Page, Title } from '../../ui/controls.tsx'
import { MembersAndDevices } from '../account/index.ts'
import { Addresses } from '../instruments/index.ts'
import { Conflicts } from './Conflicts.tsx'
import { ImportBundle } from './ImportBundle.tsx'
import { text } from './text.ts'
import { NeedsYou } from './NeedsYou.tsx'
import { People } from './People.tsx'
import { SafeKeeping } from './SafeKeeping.tsx'
import { Units } from './Units.tsx'
import { YourBooks } from './YourBooks.tsx'

/** The book itself: which one is open, what comes in and goes out, its units, and what needs its owner. */
export function BookPage() {
  const book = useBookId()
  const { books } = useAppSelector(({ session }) => session)
  const open = books.find(({ id }) => id === book)
  const settings = useAppSelector(({ records }) => records.settings)
  if (!open) return <Page />
  const name = settings?.name ?? open.name
  return (
    <Page>
      <Title>{name}</Title>
      <NeedsYou book={book} />
      <Conflicts book={book} />
      <YourBooks open={{ ...open, name }} />
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
      <People book={book} />
      <Units book={book} />
    </Page>
  )
}
