import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { zipSync } from 'fflate'
import type { BundleRemark, ImportReport, ProblemDetails } from '@jotbook/contract'
import { useImportBundleMutation } from '../../app/api.ts'
import { pushSoon } from '../../offline/index.ts'
import { Button, Field, Heading, Label, Quiet } from '../../ui/controls.tsx'
import { ProblemNote } from '../../ui/ProblemNote.tsx'

interface Chosen {
  readonly archive: Uint8Array<ArrayBuffer>
  readonly namespace: string
}

/** One archive as it is, or the CSV files of a folder packed into one. */
async function archiveOf(files: readonly File[]): Promise<Chosen | undefined> {
  const [first] = files
  if (!first) return undefined
  if (files.length === 1 && /\.zip$/i.test(first.name))
    return { archive: new Uint8Array(await first.arrayBuffer()), namespace: first.name.replace(/\.zip$/i, '') }
  const entries = await Promise.all(
    files.filter(({ name }) => /\.csv$/i.test(name)).map(async (file) => [file.name, new Uint8Array(await file.arrayBuffer())] as const),
  )
  const folder = first.webkitRelativePath.split('/')[0]
  return { archive: zipSync(Object.fromEntries(entries)), namespace: folder || 'bundle' }
}

/** A bundle in: first a dry run that lists what is wrong and what is loose, then all or nothing. */
export function ImportBundle({ book }: { book: string }) {
  const [chosen, setChosen] = useState<Chosen>()
  const [report, setReport] = useState<ImportReport>()
  const [send, { error, isLoading }] = useImportBundleMutation()
  const ask = async (bundle: Chosen, dryRun: boolean): Promise<void> => {
    setReport(undefined)
    const answer = await send({ book, ...bundle, dryRun })
    if (answer.data) setReport(answer.data)
    if (answer.data?.applied) pushSoon(book)
  }
  const choose = async (list: FileList | null): Promise<void> => {
    const bundle = await archiveOf([...(list ?? [])])
    setChosen(bundle)
    if (bundle) await ask(bundle, true)
  }
  return (
    <Box as="section" aria-label="Import" mt="26px">
      <Heading>Bring a bundle in</Heading>
      <p>A folder or .zip of CSV files. It is read and checked first; nothing is written until you say so, and then all of it or nothing.</p>
      <Flex gap="18px" wrap="wrap" mt="8px" align="end">
        <Box>
          <Label htmlFor="bundle-zip">.zip or .csv files</Label>
          <input id="bundle-zip" type="file" accept=".zip,.csv" multiple onChange={(event) => void choose(event.target.files)} />
        </Box>
        <Box>
          <Label htmlFor="bundle-folder">or a folder</Label>
          <input id="bundle-folder" type="file" {...{ webkitdirectory: '' }} onChange={(event) => void choose(event.target.files)} />
        </Box>
        {chosen && (
          <Box w="220px">
            <Label htmlFor="bundle-namespace">Called (the same name finds its records again)</Label>
            <Field id="bundle-namespace" value={chosen.namespace} onChange={(event) => setChosen({ ...chosen, namespace: event.target.value })} />
          </Box>
        )}
      </Flex>
      <ProblemNote problem={error as ProblemDetails | undefined} />
      {isLoading && <p role="status">Reading and checking…</p>}
      {report && <Report report={report} />}
      {report && chosen && !report.applied && report.faults.length === 0 && (
        <Button look="main" mt="10px" onClick={() => void ask(chosen, false)}>
          Bring all of it in
        </Button>
      )}
    </Box>
  )
}

const SHOWN = 200

function Report({ report }: { report: ImportReport }) {
  const { faults, looseEnds, remarks, created, changed, unchanged, kept, applied } = report
  const verdict =
    faults.length > 0
      ? `${faults.length} ${faults.length === 1 ? 'fault' : 'faults'}: nothing can be brought in until ${faults.length === 1 ? 'it is' : 'they are'} mended.`
      : `${applied ? 'Brought in' : 'Would bring in'} ${created} new and ${changed} changed records; ${unchanged} are here already${kept > 0 ? `; ${kept} fields edited by hand were left alone` : ''}.`
  return (
    <Box bg="sheet" borderTop="1.5px solid" borderColor="ink" mt="12px" p="12px 16px" role="status" data-testid="import-report">
      <strong>{verdict}</strong>
      <Remarks title="Faults" list={faults} />
      <Remarks title="Loose ends (they come in and wait for you)" list={looseEnds} />
      <Remarks title="Remarks" list={remarks} />
    </Box>
  )
}

function Remarks({ title, list }: { title: string; list: readonly BundleRemark[] }) {
  if (list.length === 0) return null
  return (
    <Box mt="8px" overflowX="auto">
      <Quiet>{title}</Quiet>
      <table className="tabular">
        <tbody>
          {list.slice(0, SHOWN).map(({ file, line, column, message }, i) => (
            <tr key={i}>
              <td style={{ whiteSpace: 'nowrap' }}>
                {file}, line {line}
                {column === undefined ? '' : `, ${column}`}
              </td>
              <td>{message}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {list.length > SHOWN && <Quiet>and {list.length - SHOWN} more</Quiet>}
    </Box>
  )
}
