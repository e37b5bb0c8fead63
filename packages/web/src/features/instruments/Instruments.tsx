import { Box, Flex } from '@chakra-ui/react'
import { proxy } from 'comlink'
import { useState } from 'react'
import { HOUR_MS, REPORTS_BEFORE_MS, epochMs, isoUtc } from '@jotbook/core'
import { MOST_REPORT_HOURS, Problem, routes } from '@jotbook/contract'
import type { ProblemDetails, WeatherText } from '@jotbook/contract'
import { useAppSelector } from '../../state/store.ts'
import { useBookId, useMay } from '../../state/useBook.ts'
import { sendJson } from '../../offline/index.ts'
import type { Edit } from '../../offline/index.ts'
import { Area, Button, Heading, Label, Quiet } from '../../ui/controls.tsx'
import { percent } from '../../ui/locale.ts'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { instruments } from '../../workers/instruments.ts'
import type { InstrumentText } from '../../workers/instruments.worker.ts'
import { Found } from './Found.tsx'
import { LiveSounder } from './LiveSounder.tsx'
import { takeIn } from './takeIn.ts'
import type { TakeIn, TripForInstruments } from './takeIn.ts'
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
          onFetch={settings?.weatherAddress ? () => void read(fetchReports()) : undefined}
          pasted={pasted}
          onPasted={setPasted}
          onRead={() => void read(Promise.resolve(pasted))}
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
              if (file) void read(file.text())
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
  const [share, setShare] = useState<number>()
  const [found, setFound] = useState<{ readonly from: InstrumentText; readonly takes: TakeIn }>()
  const [wrong, setWrong] = useState<ProblemDetails>()
  const read = async (source: Promise<string>): Promise<void> => {
    setFound(undefined)
    setWrong(undefined)
    try {
      setShare(0)
      const from = await instruments().read(
        await source,
        on.trip.end ? epochMs(on.trip.end) : Date.now(),
        proxy(setShare),
      )
      if (typeof from === 'string') throw new Problem('invalid-request', from)
      setFound({ from, takes: takeIn(from, on, await import('@jotbook/core/formats'), Date.now()) })
    } catch (error) {
      if (!(error instanceof Problem)) throw error
      setWrong(error.toJSON())
    } finally {
      setShare(undefined)
    }
  }
  return { share, found, wrong, read, leave: () => setFound(undefined) }
}

/** The reports from two days before the trip to its end, by way of the server. */
function useFetchedReports({ trip }: Pick<TripForInstruments, 'trip'>): () => Promise<string> {
  const book = useBookId()
  return async () => {
    const end = trip.end ? epochMs(trip.end) : Date.now()
    const hours = Math.min(MOST_REPORT_HOURS, Math.ceil((end - epochMs(trip.start) + REPORTS_BEFORE_MS) / HOUR_MS))
    return (await sendJson<WeatherText>('POST', routes.weather(book), { hours, until: isoUtc(end) })).text
  }
}
