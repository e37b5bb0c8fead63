import { bookBands, cutBook, namesOf, planFor, recut } from '@jotbook/core'
import type { CutBook, CutPlan, Id, Question, SegmentColumns } from '@jotbook/core'
import { bookWithTrips, recordsOf, store, touchedSince } from '../offline/forWorkers.ts'
import { currentBook } from './heldBook.ts'
import { letGoOfStore } from './letGoOfStore.ts'

/** So many cuts of a book are kept on the device, the ones asked for last. */
const MOST_KEPT = 8
const RECENT = 'columns'
/** Of what columns hold: raised when they hold more, so that none kept before are taken for them. */
const FORMAT = 3

type Names = ReturnType<typeof namesOf>

interface Held {
  readonly book: Id<'book'>
  readonly revision: number
  readonly cut: Promise<CutBook>
}
const held = new Map<string, Held>()
let names: { readonly book: Id<'book'>; readonly revision: number; readonly read: Promise<Names> } | undefined

/** A book's columns, cut as a question needs them: kept on the device by the book's revision, so that after a change only the trips it touched are read and cut. */
export async function columnsFor(
  book: Id<'book'>,
  question: Question,
): Promise<{ names: Names; columns: SegmentColumns }> {
  const revision = await presentRevision(book)
  const [settings] = await recordsOf(book, 'book')
  const plan = planFor(question, settings?.bands ? bookBands(settings.bands) : undefined)
  const key = `${RECENT} ${FORMAT} ${JSON.stringify(plan)}`
  const before = held.get(key)
  const same = before?.book === book ? before : undefined
  const cut = same?.revision === revision ? same.cut : cutAtPresent(book, plan, key, same)
  hold(key, { book, revision, cut })
  const [read, { columns }] = await Promise.all([namesAt(book, revision), cut])
  await letGoOfStore()
  return { names: read, columns }
}

/** As many as on the device, the ones asked for last; what failed is asked again. */
function hold(key: string, now: Held): void {
  held.delete(key)
  held.set(key, now)
  for (const old of [...held.keys()].slice(0, -MOST_KEPT)) held.delete(old)
  now.cut.catch(() => held.get(key) === now && held.delete(key))
}

function namesAt(book: Id<'book'>, revision: number): Promise<Names> {
  if (names?.book === book && names.revision === revision) return names.read
  const now = { book, revision, read: bookWithTrips(book, new Set()).then(namesOf) }
  names = now
  now.read.catch(() => {
    if (names === now) names = undefined
  })
  return now.read
}

/** While a book is still arriving it has none: it is whole at the next. */
async function presentRevision(book: Id<'book'>): Promise<number> {
  const meta = await store.books.get(book)
  return meta && meta.arriving !== 1 ? meta.revision : -1
}

async function cutAtPresent(book: Id<'book'>, plan: CutPlan, key: string, same: Held | undefined): Promise<CutBook> {
  const [meta, kept] = await Promise.all([store.books.get(book), store.answers.get([book, key])])
  const last = same
    ? { revision: same.revision, cut: await same.cut }
    : kept && { revision: kept.revision, cut: kept.value as CutBook }
  if (!meta || meta.arriving === 1) return cutBook((await currentBook(book)).book, plan)
  if (last?.revision === meta.revision) return last.cut
  const touched = last && touchedSince(meta, last.revision)
  const part = touched && (await bookWithTrips(book, touched))
  await letGoOfStore()
  const inPart = last && touched && part && recut(last.cut, part, touched, plan)
  const cut = inPart ?? cutBook((await currentBook(book)).book, plan)
  // The answer does not wait for it, and a device without room for it cuts again the next time.
  void keep(book, key, meta.revision, cut).catch(() => undefined)
  return cut
}

const keep = (book: Id<'book'>, key: string, revision: number, value: CutBook): Promise<void> =>
  store.transaction('rw', store.answers, async () => {
    const recent = ((await store.answers.get([book, RECENT]))?.value ?? []) as readonly string[]
    const now = [key, ...recent.filter((other) => other !== key)]
    await store.answers.bulkDelete(now.slice(MOST_KEPT).map((old) => [book, old]))
    await store.answers.bulkPut([
      { book, key, revision, value },
      { book, key: RECENT, revision, value: now.slice(0, MOST_KEPT) },
    ])
  })
