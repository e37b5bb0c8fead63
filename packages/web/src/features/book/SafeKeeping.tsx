import type { Id } from '@jotbook/core'
import { Box } from '@chakra-ui/react'
import { useLiveQuery } from 'dexie-react-hooks'
import { store, unreadableRecords } from '../../offline/index.ts'
import { useBackupsQuery } from '../../state/api.ts'
import { Heading, Quiet, Panel } from '../../ui/controls.tsx'
import { moment } from '../../ui/locale.ts'
import { text } from './text.ts'

const words = text.keeping

/** Whether what is here is what the server has, when it was last backed up, and what cannot be read. */
export function SafeKeeping({ book }: { book: Id<'book'> }) {
  const meta = useLiveQuery(() => store.books.get(book), [book])
  const unreadable = useLiveQuery(() => unreadableRecords(book), [book]) ?? []
  const { data: backup } = useBackupsQuery()
  const { last, nightly } = backup ?? {}
  return (
    <Box as="section" aria-label={words.title} mt="26px">
      <Heading>{words.title}</Heading>
      {meta?.comparedAtMs !== undefined && <p>{words.same(moment(meta.comparedAtMs))}</p>}
      {meta?.repairedAtMs !== undefined && <p>{words.repaired(moment(meta.repairedAtMs))}</p>}
      {backup && (
        <p data-testid="backup">
          {last
            ? words.backedUp(moment(Date.parse(last.at)), last.records, last.fault === null)
            : nightly
              ? words.noneYet
              : words.off}{' '}
          {last?.fault && <strong>{last.fault}</strong>}
          <Quiet>{words.how}</Quiet>
        </p>
      )}
      {unreadable.length > 0 && (
        <Panel edge="float" mt="8px">
          <p>{words.unreadable(unreadable.length)}</p>
          <ul>
            {unreadable.slice(0, 20).map(({ kind, id, fields }) => (
              <li key={`${kind} ${id}`}>{words.unreadableLine(kind, fields.join(', '))}</li>
            ))}
          </ul>
        </Panel>
      )}
    </Box>
  )
}
