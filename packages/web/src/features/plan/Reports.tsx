import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { isoUtc } from '@jotbook/core'
import { Problem, routes } from '@jotbook/contract'
import type { WeatherText } from '@jotbook/contract'
import { sendJson } from '../../offline/index.ts'
import { useBookId, useMay } from '../../state/useBook.ts'
import { useAppSelector } from '../../state/store.ts'
import { Area, Button, Label, Quiet } from '../../ui/controls.tsx'
import type { PlannedSpan } from './plan.ts'
import { readReports } from './readReports.ts'
import type { FromReports } from './readReports.ts'
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
  const [said, setSaid] = useState<readonly string[]>([])
  const read = async (source: Promise<string>): Promise<void> => {
    if (!span) return
    try {
      const found = await readReports(await source, span, Date.now())
      setSaid([
        ...(found.station ? [text.reports.from(found.station)] : []),
        ...(found.thunder ? [text.reports.thunder] : []),
        ...found.remarks,
      ])
      if (Object.keys(found.courses).length > 0) onRead(found)
    } catch (error) {
      if (!(error instanceof Problem)) throw error
      setSaid([error.detail])
    }
  }
  const fetched = async (): Promise<string> => {
    const body = { hours: 3, until: isoUtc(Date.now()), forecast: true }
    return (await sendJson<WeatherText>('POST', routes.weather(book), body)).text
  }
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
