import type { Id } from '@jotbook/core'
import { Box, Flex } from '@chakra-ui/react'
import { Link } from 'react-router'
import { refusalOf } from '../../state/api.ts'
import { allLures, allWaters } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { useUnits } from '../../state/useBook.ts'
import { Button, Label, Page, Quiet, Panel, Title } from '../../ui/controls.tsx'
import { FieldProblem, ProblemNote } from '../../ui/ProblemNote.tsx'
import type { TranslatedFile } from '../../workers/foreign.worker.ts'
import { ForeignQuestions } from './ForeignQuestions.tsx'
import { ForeignTableView } from './ForeignTableView.tsx'
import { NamesInFile } from './NamesInFile.tsx'
import { UnknownWords } from './UnknownWords.tsx'
import { ImportProgress } from './ImportProgress.tsx'
import { AlikeTable, ImportReportView } from './ImportReportView.tsx'
import { text } from './text.ts'
import { useOpenTableMutation } from './tableApi.ts'
import { useForeignReading } from './useForeignReading.ts'
import type { FileToRead, ForeignReading } from './useForeignReading.ts'

const named = ({ name }: { readonly name: string }): string => name

/** Import a spreadsheet: opened here, its columns told, tried, and brought in whole. */
export function ForeignFilePage() {
  const book = useAppSelector(({ records }) => records.book)
  const waters = useAppSelector(allWaters)
  const lures = useAppSelector(allLures)
  const units = useUnits()
  const [open, { data: opened, error, reset }] = useOpenTableMutation()
  if (book === null) return <Page />
  const choose = (file: File | undefined): void => {
    if (!file) return reset()
    void open({ file, units, names: { waters: waters.map(named), lures: lures.map(named) } })
  }
  const table = opened?.table
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
          onChange={(event) => choose(event.target.files?.[0])}
          style={{ maxWidth: '100%' }}
        />
        <FieldProblem
          id="foreign-file-problem"
          message={table && 'refused' in table ? `${opened?.name}: ${table.refused}` : undefined}
        />
      </Box>
      <ProblemNote problem={refusalOf(error)} />
      {opened && table && !('refused' in table) && (
        <Reading key={opened.opening} book={book} {...opened} table={table} />
      )}
    </Page>
  )
}

function Reading({ book, ...file }: FileToRead & { readonly book: Id<'book'> }) {
  const { table } = file
  const reading = useForeignReading(book, file)
  const waters = useAppSelector(allWaters)
  const { mapping, words, running, ready, change, tryIt } = reading
  return (
    <>
      <Box mt="10px">
        <Quiet>
          {text.foreign.found(table.rows, text.foreign.separators[table.delimiter], table.encoding)}{' '}
          {reading.remembered ? text.foreign.remembered : ''}
        </Quiet>
      </Box>
      <ForeignQuestions
        mapping={reading.complete}
        orders={reading.orders}
        preview={table.preview}
        waters={waters}
        water={reading.water}
        namespace={reading.namespace}
        onMapping={change}
        onWater={reading.setWater}
        onNamespace={reading.setNamespace}
      />
      <ForeignTableView table={table} mapping={mapping} onMapping={change} />
      <UnknownWords words={words} mapping={mapping} onMapping={change} />
      <Flex gap="12px" mt="16px" wrap="wrap" align="center">
        <Button disabled={!ready || running.progress !== undefined} onClick={() => void tryIt()}>
          {text.foreign.read}
        </Button>
        {!ready && <strong>{text.foreign.mustChooseNote}</strong>}
      </Flex>
      {reading.translated && <Translated reading={reading} translated={reading.translated} />}
      <ProblemNote problem={reading.problem} />
      <ImportProgress running={running} />
      <Reported reading={reading} />
    </>
  )
}

/** What is wrong in the file as it was read, and the names it has. */
function Translated({ reading, translated }: { reading: ForeignReading; translated: TranslatedFile }) {
  const waters = useAppSelector(allWaters)
  const lures = useAppSelector(allLures)
  return (
    <>
      {translated.faults.length > 0 && (
        <Panel edge="float" mt="12px" role="alert">
          <strong>{text.foreign.faults(translated.faults.length)}</strong>
          <AlikeTable list={translated.faults} placeOf={({ line, column }) => text.report.linePlace(line, column)} />
        </Panel>
      )}
      <NamesInFile
        names={translated.names}
        held={{ water: waters, lure: lures, person: reading.people.map((name) => ({ id: name, name })) }}
        onTake={reading.take}
      />
      {translated.remarks.map((remark) => (
        <Box key={remark} mt="6px">
          <Quiet>{remark}</Quiet>
        </Box>
      ))}
    </>
  )
}

/** What came of it, and, where it was a trial without a fault, the way to bring it in. */
function Reported({ reading: { running, translated, placeOf, bring } }: { reading: ForeignReading }) {
  const { report } = running
  if (!report) return null
  return (
    <>
      <ImportReportView report={report} placeOf={placeOf} />
      {translated && !report.applied && report.faults.length === 0 && (
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
