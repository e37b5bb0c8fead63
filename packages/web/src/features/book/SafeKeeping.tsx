import { Box } from '@chakra-ui/react'
import { liveQuery } from 'dexie'
import { useEffect, useState } from 'react'
import { routes } from '@jotbook/contract'
import type { BackupState } from '@jotbook/contract'
import { fetchJson, store, unreadableRecords } from '../../offline/index.ts'
import type { Unreadable } from '../../offline/index.ts'
import { Heading, Quiet } from '../../ui/controls.tsx'
import { moment } from '../../ui/locale.ts'
import { text } from './text.ts'

const words = text.keeping

/** Whether what is here is what the server has, when it was last backed up, and what cannot be read. */
export function SafeKeeping({ book }: { book: string }) {
  const [meta, setMeta] = useState<{ readonly comparedAtMs?: number; readonly repairedAtMs?: number }>()
  const [unreadable, setUnreadable] = useState<readonly Unreadable[]>([])
  const [backup, setBackup] = useState<BackupState>()
  useEffect(() => {
    const reading = liveQuery(() => store.books.get(book)).subscribe(setMeta)
    const looking = liveQuery(() => unreadableRecords(book)).subscribe(setUnreadable)
    return () => {
      reading.unsubscribe()
      looking.unsubscribe()
    }
  }, [book])
  useEffect(() => void fetchJson<BackupState>(routes.backups).then(setBackup, () => undefined), [])
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
        <Box bg="sheet" borderTop="3px solid" borderColor="float" p="10px 14px" mt="8px">
          <p>{words.unreadable(unreadable.length)}</p>
          <ul>
            {unreadable.slice(0, 20).map(({ kind, id, fields }) => (
              <li key={`${kind} ${id}`}>{words.unreadableLine(kind, fields.join(', '))}</li>
            ))}
          </ul>
        </Box>
      )}
    </Box>
  )
}
