import { KINDS, isStamp, isUuid, isoUtc } from '@jotbook/core'
import type { Id, Kind } from '@jotbook/core'
import { Problem, faultsOf, isFieldName } from '@jotbook/contract'
import { enterBook } from '../../platform/database.ts'
import { pictureHash } from '@jotbook/core/formats'
import type { Queries } from '../../platform/database.ts'
import { grantAccess, insertBook } from '../books/repository.ts'
import { restoreLog } from '../changes/changeRepository.ts'
import { saveStates } from '../changes/recordRepository.ts'
import type { StoredState } from '../changes/recordRepository.ts'
import { takePictures } from '../pictures/takePictures.ts'
import { picturesIn } from './picturesIn.ts'
import { saveForeignRecords } from './foreignIdRepository.ts'
import { SETTINGS_ID } from './writtenBook.ts'
import type { WrittenBook } from './writtenBook.ts'

/**
 * Makes a new book out of a `book.json`, and the pictures beside it: its records, history and imports as they were, owned by the account. Runs within the
 * caller's transaction. Throws Problem that names the record at fault; then nothing is made.
 */
// eslint-disable-next-line max-params -- the connection and the book or account come first wherever the database is asked
export async function restoreBook(
  db: Queries,
  account: string,
  bookId: Id<'book'>,
  files: ReadonlyMap<string, Uint8Array>,
  nowMs: number,
): Promise<number> {
  const { records, history, imports, pictures = [] } = writtenBook(new TextDecoder().decode(files.get('book.json')))
  await enterBook(db, bookId)
  const ours = (id: string): string => (id === SETTINGS_ID ? bookId : id)
  const states = new Map(
    KINDS.map((kind): [Kind, StoredState[]] => [
      kind,
      (records[kind] ?? []).map(({ id, fields, stamps }) => ({ id: ours(id), state: { fields, stamps } })),
    ]),
  )
  const owner = records.member?.find(({ fields }) => fields.role === 'owner')
  if (!owner || records.book?.length !== 1)
    throw new Problem('invalid-record', 'The file has no settings or no owner: it is not a whole book.')
  if (!(await insertBook(db, bookId, isoUtc(nowMs)))) throw new Problem('not-allowed', 'There is such a book already.')
  await saveStates(db, bookId, states)
  await restoreLog(
    db,
    bookId,
    history.map((entry) => ({ ...entry, recordId: ours(entry.recordId) })),
  )
  for (const namespace of new Set(imports.map((record) => record.namespace))) {
    await saveForeignRecords(
      db,
      bookId,
      namespace,
      imports.filter((record) => record.namespace === namespace).map(({ namespace: _name, ...record }) => record),
    )
  }
  await grantAccess(db, bookId, account, owner.id)
  await takePictures(db, bookId, picturesIn(files), nowMs)
  await takePictures(
    db,
    bookId,
    pictures.map(({ sha256, jpeg }) => [sha256, Buffer.from(jpeg, 'base64')] as const),
    nowMs,
  )
  return [...states.values()].reduce((sum, list) => sum + list.length, 0)
}

function writtenBook(text: string): WrittenBook {
  let book: Partial<WrittenBook>
  try {
    book = JSON.parse(text) as Partial<WrittenBook>
  } catch {
    throw new Problem('invalid-request', 'The file is not JSON, or it was cut off.')
  }
  if (
    book.format !== 'jot-book' ||
    book.version !== 1 ||
    !book.records ||
    !Array.isArray(book.history) ||
    !Array.isArray(book.imports)
  ) {
    throw new Problem('invalid-request', 'The file is no book.json of version 1.')
  }
  for (const kind of KINDS) for (const record of book.records[kind] ?? []) checkRecord(kind, record)
  for (const { sha256, jpeg } of book.pictures ?? [])
    if (typeof jpeg !== 'string' || pictureHash(`${sha256}.jpg`) === undefined)
      throw new Problem('invalid-record', 'A picture of the file has no hash or no bytes.')
  return book as WrittenBook
}

function checkRecord(
  kind: Kind,
  { id, fields, stamps }: { readonly id: string; readonly fields: object; readonly stamps: object },
): void {
  if (id !== SETTINGS_ID && !isUuid(id))
    throw new Problem('invalid-record', `The ${kind} "${id}" has an id that is none.`)
  const [fault] = faultsOf(kind, fields)
  if (fault) throw new Problem('invalid-record', `${kind} ${id}: ${fault.message}`, { field: fault.field })
  const nameless = Object.keys(fields).find((field) => !isFieldName(field))
  if (nameless !== undefined)
    throw new Problem('invalid-record', `${kind} ${id}: no record has a field ${nameless}.`, { field: nameless })
  const unstamped = Object.keys(fields).find((field) => !isStamp(String((stamps as Record<string, unknown>)[field])))
  if (unstamped !== undefined)
    throw new Problem('invalid-record', `${kind} ${id}: the field ${unstamped} has no stamp.`, { field: unstamped })
}
