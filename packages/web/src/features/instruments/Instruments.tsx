import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { HOUR_MS, REPORTS_BEFORE_MS, epochMs, isoUtc } from '@jotbook/core'
import { MOST_REPORT_HOURS } from '@jotbook/contract'
import { refusalOf } from '../../state/api.ts'
import { useAppSelector } from '../../state/store.ts'
import { useBookId, useMay } from '../../state/useBook.ts'
import { weatherText } from '../../state/weatherText.ts'
import type { Edit } from '../../offline/index.ts'
import { Area, Button, Heading, Label, Quiet } from '../../ui/controls.tsx'
import { percent } from '../../ui/locale.ts'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { Found } from './Found.tsx'
import { LiveSounder } from './LiveSounder.tsx'
import { useReadInstrumentMutation } from './instrumentsApi.ts'
import type { TripForInstruments } from './takeIn.ts'
import { text } from './text.ts'

interface InstrumentsProps extends TripForInstruments {
  /** Writes what was taken in, and remembers how to take it back. */
  readonly onTake: (edits: readonly Edit[]) => Promise<void>
}

/** Reports, logs and tracks for a trip: read here, shown for what they are, taken in when said so. */
export function Instruments({ onTake, ...on }: InstrumentsProps) {
  const { may } = useMay()
  const settings = useAppSelector(({ records }) => records.settings)
  const [pasted, setPasted] = useState('')
  const fetchReports = useFetchedReports(on)
  const { share, found, wrong, read, leave } = useRead(on)
  if (!may('reading', 'create')) return null
  return (
    <Box
      as="section"
      aria-label={text.title}
      mt="26px"
      borderTop="1px solid"
      borderColor="rule"
      pt="10px"
      className="no-print"
    >
      <Heading>{text.title}</Heading>
      <Quiet>{text.note}</Quiet>
      <Flex gap="14px 48px" wrap="wrap" mt="8px" align="start">
        <Weather
          onFetch={settings?.weatherAddress ? () => read(fetchReports()) : undefined}
          pasted={pasted}
          onPasted={setPasted}
          onRead={() => read(Promise.resolve(pasted))}
        />
        <Box flex={{ base: '1 1 100%', lg: '1 1 320px' }} minW="0">
          <Label htmlFor="instrument-file">{text.file}</Label>
          <input
            id="instrument-file"
            type="file"
            accept=".nmea,.log,.txt,.gpx,.xml"
            style={{ maxWidth: '100%' }}
            onChange={({ target }) => {
              const file = target.files?.[0]
              if (file) read(file.text())
            }}
          />
          {!on.trip.end && <LiveSounder trip={on.trip.id} address={settings?.sounderAddress ?? ''} />}
        </Box>
      </Flex>
      {share !== undefined && <Box role="status">{text.reading(percent(share))}</Box>}
      {wrong && <ProblemNote problem={wrong} />}
      {found && (
        <Found
          {...found}
          onTake={async () => {
            await onTake(found.takes.edits)
            leave()
            setPasted('')
          }}
          onLeave={leave}
        />
      )}
    </Box>
  )
}

interface WeatherProps {
  /** Undefined where no station's address is set. */
  readonly onFetch: (() => void) | undefined
  readonly pasted: string
  readonly onPasted: (text: string) => void
  readonly onRead: () => void
}

function Weather({ onFetch, pasted, onPasted, onRead }: WeatherProps) {
  const words = text.weather
  return (
    <Box flex={{ base: '1 1 100%', lg: '1 1 380px' }} minW="0">
      <Flex gap="10px" align="center" wrap="wrap">
        {onFetch ? <Button onClick={onFetch}>{words.fetch}</Button> : <Quiet>{words.noAddress}</Quiet>}
      </Flex>
      <Label htmlFor="metar" mt="8px">
        {words.paste}
      </Label>
      <Area id="metar" placeholder={words.hint} value={pasted} onChange={({ target }) => onPasted(target.value)} />
      {pasted.trim() !== '' && (
        <Button mt="6px" onClick={onRead}>
          {words.read}
        </Button>
      )}
    </Box>
  )
}

/** Reads a text for what it is, and tells how far it is, what was found, or what was wrong. */
function useRead(on: TripForInstruments) {
  const [share, setShare] = useState(0)
  const [send, { data: found, error, isLoading, reset }] = useReadInstrumentMutation()
  const read = (source: Promise<string>): void => {
    setShare(0)
    void send({ source, on, onProgress: setShare })
  }
  return { share: isLoading ? share : undefined, found, wrong: refusalOf(error), read, leave: reset }
}

/** The reports from two days before the trip to its end, by way of the server. */
function useFetchedReports({ trip }: Pick<TripForInstruments, 'trip'>): () => Promise<string> {
  const book = useBookId()
  return () => {
    const end = trip.end ? epochMs(trip.end) : Date.now()
    const hours = Math.min(MOST_REPORT_HOURS, Math.ceil((end - epochMs(trip.start) + REPORTS_BEFORE_MS) / HOUR_MS))
    return weatherText(book, { hours, until: isoUtc(end) })
  }
}
