import { useSave } from '../../state/useSave.ts'
import { Box } from '@chakra-ui/react'
import { useLiveQuery } from 'dexie-react-hooks'
import { fieldsOf, parseStamp, typedName } from '@jotbook/core'
import type { Id, Json } from '@jotbook/core'
import { fieldLabel } from '@jotbook/contract'
import { useUnits } from '../../state/useBook.ts'
import { conflictsOfBook, leaveConflict, recordsOf, store, thisDevice } from '../../offline/index.ts'
import type { HeldConflict } from '../../offline/index.ts'
import { Button, Heading, Panel } from '../../ui/controls.tsx'
import { moment } from '../../ui/locale.ts'
import { typedRecord } from '../../ui/recordForm/index.ts'
import { text } from './text.ts'

interface Seen {
  readonly conflicts: readonly HeldConflict[]
  readonly nameOf: (stamp: string) => string
}

/** What two devices said of one thing without knowing of each other: the later stays, one tap takes the other. */
export function Conflicts({ book, trip }: { book: Id<'book'>; trip?: Id<'trip'> }) {
  const seen = useLiveQuery(() => readConflicts(book), [book])
  const shown =
    seen?.conflicts.filter((conflict) => (trip === undefined || conflict.trip === trip) && !isCompanion(conflict)) ?? []
  if (!seen || shown.length === 0) return null
  return (
    <Panel edge="float" as="section" aria-label={text.conflicts.title} mt="16px" className="no-print">
      <Heading>{text.conflicts.title}</Heading>
      {shown.map((conflict) => (
        <ConflictRow
          key={`${conflict.id} ${conflict.field}`}
          conflict={conflict}
          all={seen.conflicts}
          nameOf={seen.nameOf}
        />
      ))}
    </Panel>
  )
}

/** What was typed goes with the value it spells. */
const isCompanion = ({ kind, field }: HeldConflict): boolean => !(field in fieldsOf(kind)) && field.endsWith('Typed')

async function readConflicts(book: Id<'book'>): Promise<Seen> {
  const [conflicts, authors, members, { device }] = await Promise.all([
    conflictsOfBook(book),
    store.authors.toArray(),
    recordsOf(book, 'member'),
    thisDevice(),
  ])
  const names = new Map(members.map(({ id, name }) => [id, name]))
  const people = new Map(authors.map((author) => [author.device, names.get(author.member)]))
  const nameOf = (stamp: string): string => {
    const from = parseStamp(stamp).device
    return from === device
      ? text.conflicts.thisDevice
      : [people.get(from), text.conflicts.elsewhere].filter(Boolean).join(', ')
  }
  return { conflicts, nameOf }
}

interface ConflictRowProps {
  readonly conflict: HeldConflict
  readonly all: readonly HeldConflict[]
  readonly nameOf: (stamp: string) => string
}

function ConflictRow({ conflict, all, nameOf }: ConflictRowProps) {
  const units = useUnits()
  const save = useSave()
  const { kind, id, field, kept, other } = conflict
  const companion = all.find((one) => one.id === id && one.field === typedName(field))
  const spelled = (value: Json, typed: Json | undefined): string =>
    (field in fieldsOf(kind)
      ? typedRecord(kind, [field], { [field]: value, [typedName(field)]: typed }, units)[field]
      : JSON.stringify(value)) || text.conflicts.nobody
  const when = (stamp: string): string => moment(parseStamp(stamp).ms)
  const take = async (): Promise<void> => {
    await save(text.conflicts.taken, [
      {
        kind,
        id,
        fields: { [field]: other.value, ...(companion ? { [typedName(field)]: companion.other.value } : {}) },
      },
    ])
    await leave()
  }
  const leave = async (): Promise<void> => {
    await leaveConflict(conflict)
    if (companion) await leaveConflict(companion)
  }
  return (
    <Box mt="6px">
      <strong>{text.conflicts.line(fieldLabel(field), kind)}</strong>{' '}
      {text.conflicts.kept(spelled(kept.value, companion?.kept.value), nameOf(kept.stamp), when(kept.stamp))}{' '}
      <Button look="bare" fontWeight="700" onClick={() => void take()}>
        {text.conflicts.take(spelled(other.value, companion?.other.value), nameOf(other.stamp), when(other.stamp))}
      </Button>
      <Button look="bare" onClick={() => void leave()}>
        {text.conflicts.leave}
      </Button>
    </Box>
  )
}
