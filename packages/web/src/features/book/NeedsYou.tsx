import type { Id } from '@jotbook/core'
import { Box } from '@chakra-ui/react'
import { useLiveQuery } from 'dexie-react-hooks'
import { pushSoon, resolveRefused, store } from '../../offline/index.ts'
import type { OutboxEntry } from '../../offline/index.ts'
import { Button, Heading, Quiet, Panel } from '../../ui/controls.tsx'
import { text } from './text.ts'

/** Changes the server would not take, each with its reason: they wait here and block nothing. */
export function NeedsYou({ book }: { book: Id<'book'> }) {
  const entries = useLiveQuery(() => store.outbox.where({ book, refused: 1 }).toArray(), [book]) ?? []
  if (entries.length === 0) return null
  const groups = new Map<string, OutboxEntry[]>()
  for (const entry of entries) groups.set(entry.change.group, [...(groups.get(entry.change.group) ?? []), entry])
  return (
    <Panel edge="float" as="section" aria-label={text.needsYou.title} mt="16px">
      <Heading>{text.needsYou.title}</Heading>
      {[...groups].map(([group, members]) => (
        <Box key={group} mt="8px">
          {text.needsYou.line(
            members.length,
            [...new Set(members.map(({ change }) => change.kind))].join(', '),
            members[0]?.problem?.detail ?? text.needsYou.refused,
          )}{' '}
          <Button look="bare" onClick={() => void resolveRefused(book, group, 'retry').then(() => pushSoon(book))}>
            {text.needsYou.again}
          </Button>
          <Button look="bare" onClick={() => void resolveRefused(book, group, 'drop')}>
            {text.needsYou.drop}
          </Button>
          <br />
          <Quiet>{text.needsYou.kept}</Quiet>
        </Box>
      ))}
    </Panel>
  )
}
