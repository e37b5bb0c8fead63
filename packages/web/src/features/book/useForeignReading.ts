import { useMemo, useState } from 'react'
import type { BundleRemark, ImportReport } from '@jotbook/contract'
import type { Id } from '@jotbook/core'
import { nameKey, withKnownWords } from '@jotbook/core/formats'
import type { Mapping, NameInFile } from '@jotbook/core/formats'
import { refusalOf } from '../../state/api.ts'
import { allLures, allSpots, allTrips, allWaters } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { commit } from '../../offline/index.ts'
import { deviceZone } from '../../ui/deviceZone.ts'
import { foreign } from '../../workers/foreign.ts'
import type { OpenQuestions, OpenedTable } from '../../workers/foreign.worker.ts'
import { useOpenQuestionsQuery, useReadTableMutation } from './tableApi.ts'
import { text } from './text.ts'
import { useImport } from './useImport.ts'

export interface FileToRead {
  readonly opening: number
  readonly name: string
  readonly table: OpenedTable
}

type Mappings = Readonly<Record<string, Mapping>>

/** What is known of a file's columns and words before anybody is asked. */
function firstMapping({ signature, guess }: OpenedTable, earlier: Mappings) {
  const kept = earlier[signature]
  return { first: withKnownWords(kept ?? guess, Object.values(earlier)), remembered: kept !== undefined }
}

const NOT_YET: OpenQuestions = { orders: [], words: [] }

/** What was told of an opened file's columns, dates, words and names, and what came of reading it so. */
export function useForeignReading(book: Id<'book'>, { opening, name, table }: FileToRead) {
  const { settings } = useAppSelector(({ records }) => records)
  const waters = useAppSelector(allWaters)
  const lures = useAppSelector(allLures)
  const spots = useAppSelector(allSpots)
  const trips = useAppSelector(allTrips)
  const mappings = (settings?.mappings ?? {}) as Mappings
  const [{ first, remembered }] = useState(() => firstMapping(table, mappings))
  const [mapping, setMapping] = useState(first)
  const [water, setWater] = useState('')
  const [namespace, setNamespace] = useState(name.replace(/\.[a-z]+$/i, ''))
  const [read, { data: translated, error, reset }] = useReadTableMutation()
  const [lines, setLines] = useState<ReadonlyMap<string, number>>(new Map())
  const running = useImport(book)
  const { data: { orders, words } = NOT_YET, error: unread } = useOpenQuestionsQuery({ opening, mapping })
  const people = useMemo(() => [...new Set(trips.flatMap(({ anglers }) => anglers ?? []))].sort(), [trips])
  const told = mapping.dateOrder !== undefined && orders.includes(mapping.dateOrder) ? mapping.dateOrder : undefined
  const dateOrder = orders.length === 1 ? orders[0] : told
  const complete = { ...mapping, dateOrder }

  const change = (next: Partial<Mapping>): void => {
    setMapping({ ...mapping, ...next })
    reset()
    running.clear()
  }
  const tryIt = async (asked: Mapping = complete): Promise<void> => {
    const context = { waters, lures, spots, people, water: water || undefined, zone: deviceZone() }
    const { data: made } = await read({ mapping: asked, context })
    if (!made || made.faults.length > 0) return running.clear()
    const report = await running.send({ archive: await foreign().archive(), namespace }, true)
    if (report) setLines(await sourceLinesOf(report))
  }
  const bring = async (): Promise<void> => {
    if (!translated) return
    const archive = await foreign().archive()
    // Kept first: a page that is left the moment it says *Imported* has kept how the file was read.
    await commit(book, [
      { kind: 'book', id: book, fields: { mappings: { ...mappings, [table.signature]: complete } as never } },
    ])
    await running.send({ archive, namespace }, false)
  }
  /** Names are told after a first reading, which is then read again. */
  const take = ({ kind, name: named }: NameInFile, sameAs: string): void => {
    const same = { ...mapping.same, [nameKey(kind, named)]: sameAs }
    setMapping({ ...mapping, same })
    void tryIt({ ...complete, same })
  }
  return {
    ...{ remembered, mapping, complete, orders, words, people, translated, running, change, tryIt, bring, take },
    ...{ water, setWater, namespace, setNamespace },
    problem: refusalOf(error ?? unread) ?? running.problem,
    ready: !mapping.columns.includes('row.date') || dateOrder !== undefined,
    placeOf: (remark: BundleRemark) => placeOf(remark, lines),
  }
}

export type ForeignReading = ReturnType<typeof useForeignReading>

const keyOf = ({ file, line }: { file: string; line: number }): string => `${file} ${line}`

/** Where in the chosen file the rows stand that a report speaks of. */
async function sourceLinesOf({ faults, looseEnds, remarks }: ImportReport): Promise<Map<string, number>> {
  const places = [...faults, ...looseEnds, ...remarks]
  const lines = await foreign().sourceLines(places.map(({ file, line }) => ({ file, line })))
  return new Map(places.flatMap((place, i) => (lines[i] === undefined ? [] : [[keyOf(place), lines[i]] as const])))
}

function placeOf(remark: BundleRemark, lines: ReadonlyMap<string, number>): string {
  const line = lines.get(keyOf(remark))
  return line === undefined
    ? text.report.place(remark.file, remark.line, remark.column)
    : text.report.linePlace(line, remark.column)
}
