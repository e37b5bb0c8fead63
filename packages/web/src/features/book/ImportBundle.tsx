import type { Id } from '@jotbook/core'
import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { zipSync } from 'fflate'
import { Button, Field, Heading, Label, LinkButton } from '../../ui/controls.tsx'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { ImportProgress } from './ImportProgress.tsx'
import { ImportReportView } from './ImportReportView.tsx'
import { text } from './text.ts'
import { useImport } from './useImport.ts'
import type { BundleToSend } from './useImport.ts'

/** One archive as it is, or the files of a folder packed into one. */
async function archiveOf(files: readonly File[]): Promise<BundleToSend | undefined> {
  const [first] = files
  if (!first) return undefined
  if (files.length === 1 && /\.zip$/i.test(first.name))
    return { archive: new Uint8Array(await first.arrayBuffer()), namespace: first.name.replace(/\.zip$/i, '') }
  const entries = await Promise.all(
    files
      .filter(({ name }) => /\.(csv|geojson|jpg)$/i.test(name))
      .map(async (file) => [file.name, new Uint8Array(await file.arrayBuffer())] as const),
  )
  const folder = first.webkitRelativePath.split('/')[0]
  return { archive: zipSync(Object.fromEntries(entries)), namespace: folder || 'bundle' }
}

/** A bundle in: first a dry run that lists what is wrong and what is loose, then all or nothing. */
export function ImportBundle({ book }: { book: Id<'book'> }) {
  const [chosen, setChosen] = useState<BundleToSend>()
  const running = useImport(book)
  const { report } = running
  const choose = async (list: FileList | null): Promise<void> => {
    const files = await archiveOf([...(list ?? [])])
    const bundle = files && { ...files, apart: new Set<string>() }
    setChosen(bundle)
    running.clear()
    if (bundle) await running.send(bundle, true)
  }
  return (
    <Box as="section" aria-label={text.bundle.title} mt="26px">
      <Heading>{text.bundle.title}</Heading>
      <p>{text.bundle.note}</p>
      <Flex gap="18px" wrap="wrap" mt="8px" align="end">
        <FilesOrFolder onChoose={(list) => void choose(list)} />
        {chosen && (
          <Box w="220px">
            <Label htmlFor="bundle-namespace">{text.bundle.called}</Label>
            <Field
              id="bundle-namespace"
              value={chosen.namespace}
              onChange={(event) => setChosen({ ...chosen, namespace: event.target.value })}
            />
          </Box>
        )}
      </Flex>
      <ProblemNote problem={running.problem} />
      <ImportProgress running={running} />
      {report && chosen && (
        <ImportReportView
          report={report}
          apart={chosen.apart}
          onApart={(apart) => {
            const bundle = { ...chosen, apart }
            setChosen(bundle)
            void running.send(bundle, true)
          }}
        />
      )}
      {chosen && report && !report.applied && report.faults.length === 0 && (
        <Button
          look="main"
          mt="12px"
          disabled={running.progress !== undefined}
          onClick={() => void running.send(chosen, false)}
        >
          {text.bundle.bring}
        </Button>
      )}
      <Flex mt="18px" gap="6px 14px" align="center" wrap="wrap">
        <LinkButton to="/book/import">{text.bundle.otherOpen}</LinkButton>
        {text.bundle.otherNote}
      </Flex>
    </Box>
  )
}

function FilesOrFolder({ onChoose }: { onChoose: (list: FileList | null) => void }) {
  return (
    <>
      <Box maxW="100%">
        <Label htmlFor="bundle-zip">{text.bundle.files}</Label>
        <input
          id="bundle-zip"
          type="file"
          accept=".zip,.csv,.geojson,.jpg"
          multiple
          onChange={(event) => onChoose(event.target.files)}
          style={{ maxWidth: '100%' }}
        />
      </Box>
      <Box maxW="100%">
        <Label htmlFor="bundle-folder">{text.bundle.folder}</Label>
        <input
          id="bundle-folder"
          type="file"
          {...{ webkitdirectory: '' }}
          onChange={(event) => onChoose(event.target.files)}
          style={{ maxWidth: '100%' }}
        />
      </Box>
    </>
  )
}
