import { Box, Flex } from '@chakra-ui/react'
import { useEffect, useMemo, useState } from 'react'
import { Link } from 'react-router'
import type { BundleRemark, ImportReport } from '@jotbook/contract'
import { nameKey, withKnownWords } from '@jotbook/core/formats'
import type { DateOrder, Mapping, NameInFile, UnknownWord } from '@jotbook/core/formats'
import { useAppSelector } from '../../state/store.ts'
import { useUnits } from '../../state/useBook.ts'
import { commit } from '../../offline/index.ts'
import { Button, Label, Page, Quiet, Title } from '../../ui/controls.tsx'
import { FieldProblem, ProblemNote } from '../../ui/ProblemNote.tsx'
import { foreign } from '../../workers/foreign.ts'
import type { OpenedTable, TranslatedFile } from '../../workers/foreign.worker.ts'
import { deviceZone } from '../../ui/deviceZone.ts'
import { ForeignQuestions } from './ForeignQuestions.tsx'
import { ForeignTableView } from './ForeignTableView.tsx'
import { NamesInFile } from './NamesInFile.tsx'
import { UnknownWords } from './UnknownWords.tsx'
import { ImportProgress } from './ImportProgress.tsx'
import { AlikeTable, ImportReportView } from './ImportReportView.tsx'
import { text } from './text.ts'
import { useImport } from './useImport.ts'

/** Import a spreadsheet: opened here, its columns told, tried, and brought in whole. */
export function ForeignFilePage() {
  const book = useAppSelector(({ records }) => records.book)
  const { settings, waters, lures } = useAppSelector(({ records }) => records)
  const units = useUnits()
  const [opened, setOpened] = useState<{ table: OpenedTable; name: string; mapping: Mapping; remembered: boolean }>()
  const [refusal, setRefusal] = useState<string>()
  if (book === null) return <Page />
  const open = async (file: File | undefined): Promise<void> => {
    setOpened(undefined)
    setRefusal(undefined)
    if (!file) return
    const names = { waters: waters.map(({ name }) => name), lures: lures.map(({ name }) => name) }
    const table = await foreign().open(new Uint8Array(await file.arrayBuffer()), units, names)
    if (typeof table === 'string') return setRefusal(`${file.name}: ${table}`)
    const earlier = (settings?.mappings ?? {}) as Readonly<Record<string, Mapping>>
    const kept = earlier[table.signature]
    setOpened({
      table,
      name: file.name,
      mapping: withKnownWords(kept ?? table.guess, Object.values(earlier)),
      remembered: kept !== undefined,
    })
  }
  return (
    <Page>
      <Link to="/book">{text.foreign.back}</Link>
      <Title>{text.foreign.title}</Title>
      <p>{text.foreign.note}</p>
      <Box mt="12px">
        <Label htmlFor="foreign-file">{text.foreign.choose}</Label>
        <input
          id="foreign-file"
          type="file"
          accept=".csv,.tsv,.txt"
          onChange={(event) => void open(event.target.files?.[0])}
          style={{ maxWidth: '100%' }}
        />
        <FieldProblem id="foreign-file-problem" message={refusal} />
      </Box>
      {opened && <Reading key={opened.table.signature + opened.name} book={book} {...opened} />}
    </Page>
  )
}

interface ReadingProps {
  readonly book: string
  readonly table: OpenedTable
  readonly name: string
  readonly mapping: Mapping
  readonly remembered: boolean
}

function Reading({ book, table, name, mapping: first, remembered }: ReadingProps) {
  const { waters, lures, spots, trips, settings } = useAppSelector(({ records }) => records)
  const [mapping, setMapping] = useState(first)
  const [water, setWater] = useState('')
  const [namespace, setNamespace] = useState(name.replace(/\.[a-z]+$/i, ''))
  const [orders, setOrders] = useState<readonly DateOrder[]>([])
  const [words, setWords] = useState<readonly UnknownWord[]>([])
  const [translated, setTranslated] = useState<TranslatedFile>()
  const [lines, setLines] = useState<ReadonlyMap<string, number>>(new Map())
  const running = useImport(book)
  const { columns } = mapping
  useEffect(() => {
    void foreign().orders(columns).then(setOrders)
  }, [columns])
  useEffect(() => {
    void foreign().words(mapping).then(setWords)
  }, [mapping])
  const people = useMemo(() => [...new Set(trips.flatMap(({ anglers }) => anglers ?? []))].sort(), [trips])
  const change = (next: Partial<Mapping>): void => {
    setMapping({ ...mapping, ...next })
    setTranslated(undefined)
    running.clear()
  }
  const chosen =
    orders.length === 1
      ? orders[0]
      : mapping.dateOrder !== undefined && orders.includes(mapping.dateOrder)
        ? mapping.dateOrder
        : undefined
  const complete = { ...mapping, dateOrder: chosen }
  const ready = !columns.includes('row.date') || chosen !== undefined

  const tryIt = async (asked: Mapping = complete): Promise<void> => {
    const made = await foreign().translate(asked, {
      waters,
      lures,
      spots,
      people,
      water: water || undefined,
      zone: deviceZone(),
    })
    setTranslated(made)
    if (made.faults.length > 0) return running.clear()
    const report = await running.send({ archive: made.archive, namespace }, true)
    if (report) setLines(await sourceLinesOf(report))
  }
  const bring = async (): Promise<void> => {
    if (!translated) return
    const report = await running.send({ archive: translated.archive, namespace }, false)
    if (!report?.applied) return
    const mappings = (settings?.mappings ?? {}) as Readonly<Record<string, Mapping>>
    await commit(book, [
      { kind: 'book', id: book, fields: { mappings: { ...mappings, [table.signature]: complete } as never } },
    ])
  }
  /** Names are told after a first reading, which is then read again. */
  const take = (name: NameInFile, sameAs: string): void => {
    const same = { ...mapping.same, [nameKey(name.kind, name.name)]: sameAs }
    setMapping({ ...mapping, same })
    void tryIt({ ...complete, same })
  }
  const { report } = running
  return (
    <>
      <Box mt="10px">
        <Quiet>
          {text.foreign.found(table.rows, text.foreign.separators[table.delimiter], table.encoding)}{' '}
          {remembered ? text.foreign.remembered : ''}
        </Quiet>
      </Box>
      <ForeignQuestions
        mapping={complete}
        orders={orders}
        preview={table.preview}
        waters={waters}
        water={water}
        namespace={namespace}
        onMapping={change}
        onWater={setWater}
        onNamespace={setNamespace}
      />
      <ForeignTableView table={table} mapping={mapping} onMapping={change} />
      <UnknownWords words={words} mapping={mapping} onMapping={change} />
      <Flex gap="12px" mt="16px" wrap="wrap" align="center">
        <Button disabled={!ready || running.progress !== undefined} onClick={() => void tryIt()}>
          {text.foreign.read}
        </Button>
        {!ready && <strong>{text.foreign.mustChooseNote}</strong>}
      </Flex>
      {translated && translated.faults.length > 0 && (
        <Box bg="sheet" borderTop="3px solid" borderColor="float" mt="12px" p="12px 16px" role="alert">
          <strong>{text.foreign.faults(translated.faults.length)}</strong>
          <AlikeTable list={translated.faults} placeOf={({ line, column }) => text.report.linePlace(line, column)} />
        </Box>
      )}
      {translated && (
        <NamesInFile
          names={translated.names}
          held={{ water: waters, lure: lures, person: people.map((name) => ({ id: name, name })) }}
          onTake={take}
        />
      )}
      {translated?.remarks.map((remark) => (
        <Box key={remark} mt="6px">
          <Quiet>{remark}</Quiet>
        </Box>
      ))}
      <ProblemNote problem={running.problem} />
      <ImportProgress running={running} />
      {report && <ImportReportView report={report} placeOf={(remark) => placeOf(remark, lines)} />}
      {translated && report && !report.applied && report.faults.length === 0 && (
        <Button
          look="main"
          mt="12px"
          minH="48px"
          disabled={running.progress !== undefined}
          onClick={() => void bring()}
        >
          {text.foreign.bring}
        </Button>
      )}
    </>
  )
}

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
