import { Box, Flex } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { renamedPeople } from '@jotbook/core'
import type { Id } from '@jotbook/core'
import { allTrips } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { useSave } from '../../state/useSave.ts'
import { Button, Field, Heading, Quiet } from '../../ui/controls.tsx'
import { text } from './text.ts'

/** Who is on the book's trips. A name can be changed on all of them at once; into another's, when two names are one person. */
export function People({ book }: { book: Id<'book'> }) {
  const trips = useAppSelector(allTrips)
  const counts = useMemo(() => {
    const found = new Map<string, number>()
    for (const { anglers } of trips) for (const name of anglers ?? []) found.set(name, (found.get(name) ?? 0) + 1)
    return [...found].sort(([a], [b]) => a.localeCompare(b))
  }, [trips])
  if (counts.length === 0) return null
  return (
    <Box as="section" aria-label={text.people.title} mt="26px">
      <Heading>{text.people.title}</Heading>
      <Quiet>{text.people.note}</Quiet>
      {counts.map(([name, count]) => (
        <Person key={name} book={book} name={name} count={count} names={counts.map(([one]) => one)} />
      ))}
    </Box>
  )
}

const ROW = {
  align: 'center',
  gap: '12px',
  wrap: 'wrap',
  py: '4px',
  borderBottom: '1px solid',
  borderColor: 'rule',
} as const

interface PersonProps {
  readonly book: Id<'book'>
  readonly name: string
  readonly count: number
  readonly names: readonly string[]
}

function Person({ book, name, count, names }: PersonProps) {
  const people = useAppSelector(({ records }) => records.settings?.people)
  const save = useSave()
  const [typed, setTyped] = useState<string>()
  const wanted = typed?.trim() ?? ''
  const merges = wanted !== name && names.includes(wanted)
  const rename = async (): Promise<void> => {
    if (wanted === '' || wanted === name) return setTyped(undefined)
    await save(merges ? text.people.merged(name, wanted) : text.people.renamed(name, wanted), [
      { kind: 'book', id: book, fields: { people: renamedPeople(people, name, wanted) } },
    ])
    setTyped(undefined)
  }
  // Apart, so that the press which opens the form does not also send it.
  if (typed === undefined) {
    return (
      <Flex {...ROW}>
        <Box flex="1">
          {name} <Quiet>{text.people.trips(count)}</Quiet>
        </Box>
        <Button aria-label={text.people.renameOne(name)} onClick={() => setTyped(name)}>
          {text.rename}
        </Button>
      </Flex>
    )
  }
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        void rename()
      }}
    >
      <Flex {...ROW}>
        <Box w="240px">
          <Field
            autoFocus
            aria-label={text.people.nameOf(name)}
            value={typed}
            maxLength={200}
            onChange={({ target }) => setTyped(target.value)}
          />
        </Box>
        <Button type="submit" look="main">
          {merges ? text.people.merge : text.rename}
        </Button>
        <Button look="bare" onClick={() => setTyped(undefined)}>
          {text.cancel}
        </Button>
        {merges && <Quiet>{text.people.mergeNote(name, wanted)}</Quiet>}
      </Flex>
    </form>
  )
}
