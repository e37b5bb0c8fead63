import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import type { Id, RecordOf } from '@jotbook/core'
import { refusalOf } from '../../state/api.ts'
import { useLazyAccessEventsQuery } from './accountApi.ts'
import { Button, Quiet } from '../../ui/controls.tsx'
import { moment } from '../../ui/locale.ts'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { text } from './text.ts'

const words = text.access
const SHOWN = 30

/** What happened to the book and to its owner's account, newest first. */
export function AccessLog({ book, members }: { book: Id<'book'>; members: readonly RecordOf<'member'>[] }) {
  const [look, { data: events, error }] = useLazyAccessEventsQuery()
  const [all, setAll] = useState(false)
  const nameOf = (id: string | null): string => members.find((member) => member.id === id)?.name ?? ''
  return (
    <Box mt="14px">
      <Flex align="center" gap="12px">
        <strong>{words.title}</strong>
        <Button look="bare" onClick={() => void look(book)}>
          {events ? words.again : words.show}
        </Button>
      </Flex>
      <ProblemNote problem={refusalOf(error)} />
      {events?.length === 0 && <p>{words.nothing}</p>}
      {events && events.length > 0 && (
        <ol>
          {events.slice(0, all ? undefined : SHOWN).map(({ at, kind, memberId, device, detail }, i) => (
            <Flex
              as="li"
              key={`${at} ${i}`}
              gap="12px"
              wrap="wrap"
              py="3px"
              borderBottom="1px solid"
              borderColor="rule"
            >
              <Box w="170px">
                <Quiet>{moment(Date.parse(at))}</Quiet>
              </Box>
              <Box flex="1">
                {words.kinds[kind]} <Quiet>{[nameOf(memberId), device, detail].filter(Boolean).join(' · ')}</Quiet>
              </Box>
            </Flex>
          ))}
        </ol>
      )}
      {events && events.length > SHOWN && !all && (
        <Button look="bare" onClick={() => setAll(true)}>
          {words.all(events.length)}
        </Button>
      )}
    </Box>
  )
}
