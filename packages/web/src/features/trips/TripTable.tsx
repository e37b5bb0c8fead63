import { Box } from '@chakra-ui/react'
import { formatQuantity } from '@jotbook/core'
import { useUnits } from '../../app/useBook.ts'
import { Heading } from '../../ui/controls.tsx'
import { workedDepthM } from './stripModel.ts'
import type { TripOnScreen } from './stripModel.ts'

interface TripTableProps {
  readonly screen: TripOnScreen
  readonly highlight: string | undefined
  readonly clock: (iso: string) => string
}

interface Line {
  readonly key: string
  readonly at: string
  readonly when: string
  readonly what: string
  readonly detail: string
  readonly lit: boolean
}

/** The strip as a table, in order of time. */
export function TripTable({ screen, highlight, clock }: TripTableProps) {
  const units = useUnits()
  const { stints, strikes, readings, lures } = screen
  const stintName = (id: string | null | undefined): string => {
    const stint = stints.find((candidate) => candidate.id === id)
    return stint ? (lures.get(stint.lure)?.name ?? 'a lure') : 'no stint'
  }
  const lines: Line[] = [
    ...stints.map((stint) => ({
      key: stint.id,
      at: stint.start,
      when: `${clock(stint.start)} to ${stint.end ? clock(stint.end) : 'still open'}`,
      what: lures.get(stint.lure)?.name ?? 'a lure',
      detail: [stint.angler, formatQuantity(workedDepthM(stint, lures.get(stint.lure)), stint.lureDepthMTyped, 'm', units.depth), stint.reason]
        .filter(Boolean)
        .join(' · '),
      lit: false,
    })),
    ...strikes.map((strike) => ({
      key: strike.id,
      at: strike.time,
      when: clock(strike.time),
      what: `Strike, ${strike.outcome ?? 'not yet said'}`,
      detail: [
        stintName(strike.stint),
        strike.species,
        typeof strike.lengthMm === 'number' && formatQuantity(strike.lengthMm, strike.lengthMmTyped, 'mm', units.length),
        typeof strike.weightG === 'number' && formatQuantity(strike.weightG, strike.weightGTyped, 'g', units.weight),
        strike.phase,
        strike.note,
      ]
        .filter(Boolean)
        .join(' · '),
      lit: strike.id === highlight,
    })),
    ...readings.map((reading) => ({
      key: reading.id,
      at: reading.time,
      when: clock(reading.time),
      what: 'Reading',
      detail: [
        typeof reading.waterTempC === 'number' && formatQuantity(reading.waterTempC, reading.waterTempCTyped, 'C', units.temperature),
        typeof reading.visibilityM === 'number' && `sees ${formatQuantity(reading.visibilityM, reading.visibilityMTyped, 'm', units.visibility)}`,
        reading.tint,
        typeof reading.cloudPct === 'number' && `cloud ${reading.cloudPct} %`,
        typeof reading.windMps === 'number' && `wind ${formatQuantity(reading.windMps, reading.windMpsTyped, 'mps', units.wind)}`,
      ]
        .filter(Boolean)
        .join(' · '),
      lit: false,
    })),
  ].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0))
  return (
    <Box as="section" aria-label="The day as a table" mt="22px" overflowX="auto">
      <Heading>The day in rows</Heading>
      <table className="tabular">
        <thead>
          <tr>
            <th>When</th>
            <th>What</th>
            <th>More</th>
          </tr>
        </thead>
        <tbody>
          {lines.map(({ key, when, what, detail, lit }) => (
            <tr key={key} id={what.startsWith('Strike') ? `strike-${key}` : undefined} style={lit ? { outline: '2px solid' } : undefined}>
              <td style={{ whiteSpace: 'nowrap' }}>{when}</td>
              <td>{what}</td>
              <td>{detail}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Box>
  )
}
