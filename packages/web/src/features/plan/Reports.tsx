import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { isoUtc } from '@jotbook/core'
import { refusalOf } from '../../state/api.ts'
import { useBookId, useMay } from '../../state/useBook.ts'
import { useAppSelector } from '../../state/store.ts'
import { weatherText } from '../../state/weatherText.ts'
import { Area, Button, Label, Quiet } from '../../ui/controls.tsx'
import type { PlannedSpan } from './plan.ts'
import type { FromReports } from './readReports.ts'
import { useReadReportsMutation } from './reportsApi.ts'
import { text } from './text.ts'

interface ReportsProps {
  /** Undefined: the hours cannot be read yet. */
  readonly span: PlannedSpan | undefined
  readonly onRead: (found: FromReports) => void
}

/** A forecast or a report as text: fetched from the book's weather station, or pasted. */
export function Reports({ span, onRead }: ReportsProps) {
  const address = useAppSelector(({ records }) => records.settings?.weatherAddress)
  const { may } = useMay()
  const book = useBookId()
  const [written, setWritten] = useState('')
  const [send, { data: found, error }] = useReadReportsMutation()
  const problem = refusalOf(error)
  const read = async (source: Promise<string>): Promise<void> => {
    if (!span) return
    const { data } = await send({ source, span })
    if (data && Object.keys(data.courses).length > 0) onRead(data)
  }
  const fetched = (): Promise<string> => weatherText(book, { hours: 3, until: isoUtc(Date.now()), forecast: true })
  const said = problem ? [problem.detail] : found ? saidOf(found) : []
  return (
    <Box as="details" mt="8px" className="no-print">
      <summary>{text.reports.title}</summary>
      <Flex gap="10px" mt="6px" wrap="wrap" align="center">
        {span && address && may('reading', 'create') && (
          <Button onClick={() => void read(fetched())}>{text.reports.fetch}</Button>
        )}
      </Flex>
      <Label htmlFor="plan-reports" mt="6px">
        {text.reports.paste}
      </Label>
      <Area
        id="plan-reports"
        maxLength={20_000}
        placeholder={text.reports.hint}
        value={written}
        onChange={({ target }) => setWritten(target.value)}
      />
      {span && written.trim() !== '' && (
        <Button mt="6px" onClick={() => void read(Promise.resolve(written))}>
          {text.reports.use}
        </Button>
      )}
      {said.length > 0 && (
        <Box role="status" mt="6px">
          {said.map((one) => (
            <div key={one}>
              <Quiet>{one}</Quiet>
            </div>
          ))}
        </Box>
      )}
    </Box>
  )
}

const saidOf = ({ station, thunder, remarks }: FromReports): readonly string[] => [
  ...(station ? [text.reports.from(station)] : []),
  ...(thunder ? [text.reports.thunder] : []),
  ...remarks,
]
