import { Box } from '@chakra-ui/react'
import { effortKnownOf, epochMs, localDate, workingDepth } from '@jotbook/core'
import type { EpochMs, Reading, Stint, Strike, UnitPreferences } from '@jotbook/core'
import { Photo } from '../../ui/ofBook/Photo.tsx'
import type { PhotoProps } from '../../ui/ofBook/Photo.tsx'
import { useUnits } from '../../state/useBook.ts'
import { Heading, Table } from '../../ui/controls.tsx'
import { calendarDay, clock, quantity } from '../../ui/locale.ts'
import { strikeCaption } from './strikeCaption.ts'
import { zoneOf } from './stripPaths.ts'
import type { TripOnScreen } from './stripPaths.ts'
import { text } from './text.ts'

interface Line {
  readonly key: string
  readonly at: string
  readonly when: string
  readonly what: string
  readonly detail: string
  readonly strike: boolean
  readonly photo?: PhotoProps | undefined
}

/** The strip as a table, in order of time. */
export function TripTable({ screen, highlight }: { screen: TripOnScreen; highlight: string | undefined }) {
  const units = useUnits()
  const lines = [
    ...screen.stints.map((stint) => stintLine(stint, screen, units)),
    ...screen.strikes.map((strike) => strikeLine(strike, screen, units)),
    ...screen.readings
      .filter(({ time, source }) => source !== 'weather report' || time >= screen.trip.start)
      .map((reading) => readingLine(reading, screen, units)),
  ].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0))
  return (
    <Box as="section" aria-label={text.table.title} mt="14px" overflowX="auto">
      <Heading>{text.table.title}</Heading>
      <Table>
        <thead>
          <tr>
            <th>{text.table.when}</th>
            <th>{text.table.what}</th>
            <th>{text.table.more}</th>
          </tr>
        </thead>
        <tbody>
          {lines.map(({ key, when, what, detail, strike, photo }) => (
            <tr
              key={key}
              id={strike ? `strike-${key}` : undefined}
              style={key === highlight ? { outline: '2px solid' } : undefined}
            >
              <td style={{ whiteSpace: 'nowrap' }}>{when}</td>
              <td>{what}</td>
              <td>
                {detail}
                {photo && (
                  <Box as="span" ml="10px">
                    <Photo {...photo} size={44} />
                  </Box>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </Box>
  )
}

const joined = (parts: readonly (string | false | null | undefined)[]): string => parts.filter(Boolean).join(' · ')

function stintLine(stint: Stint, screen: TripOnScreen, units: UnitPreferences): Line {
  const [zone, lure] = [zoneOf(screen), screen.lures.get(stint.lure)]
  const { depthM, from } = workingDepth(lure, stint)
  return {
    key: stint.id,
    at: stint.start,
    when: text.table.span(
      clock(epochMs(stint.start), zone),
      stint.end ? clock(epochMs(stint.end), zone) : text.table.stillOpen,
    ),
    what: lure?.name ?? text.table.lure,
    detail: joined([
      stint.angler,
      text.strip.depth(quantity(depthM, stint.lureDepthMTyped, 'm', units.depth), from === 'assumed'),
      stint.retrieve,
      stint.structure,
      stint.cover,
      stint.reason,
    ]),
    strike: false,
  }
}

function strikeLine(strike: Strike, screen: TripOnScreen, units: UnitPreferences): Line {
  const stint = screen.stints.find(({ id }) => id === strike.stint)
  const full = effortKnownOf(screen.trip) === 'full'
  return {
    key: strike.id,
    at: strike.time,
    when: strike.timeUnknown ? text.table.noTime : clock(epochMs(strike.time), zoneOf(screen)),
    what: text.table.strike(strike.outcome ?? text.table.notSaid),
    detail: joined([
      stint ? (screen.lures.get(stint.lure)?.name ?? text.table.lure) : full && text.table.noStint,
      strike.species,
      typeof strike.lengthMm === 'number' && quantity(strike.lengthMm, strike.lengthMmTyped, 'mm', units.length),
      typeof strike.weightG === 'number' && quantity(strike.weightG, strike.weightGTyped, 'g', units.weight),
      strike.phase,
      strike.hookPosition,
      strike.note,
    ]),
    strike: true,
    photo: strike.photo ? { sha256: strike.photo, caption: strikeCaption(strike, screen) } : undefined,
  }
}

/** The clock, with its date where a report is of another day than the trip began. */
function whenRead(ms: EpochMs, screen: TripOnScreen): string {
  const zone = zoneOf(screen)
  const date = localDate(ms, zone)
  return date === localDate(epochMs(screen.trip.start), zone)
    ? clock(ms, zone)
    : `${calendarDay(date)}, ${clock(ms, zone)}`
}

function readingLine(reading: Reading, screen: TripOnScreen, units: UnitPreferences): Line {
  return {
    key: reading.id,
    at: reading.time,
    when: whenRead(epochMs(reading.time), screen),
    what: text.table.reading,
    detail: joined([
      typeof reading.waterTempC === 'number' &&
        quantity(reading.waterTempC, reading.waterTempCTyped, 'C', units.temperature),
      typeof reading.visibilityM === 'number' &&
        text.table.sees(quantity(reading.visibilityM, reading.visibilityMTyped, 'm', units.visibility)),
      reading.tint,
      typeof reading.cloudPct === 'number' && text.table.cloud(reading.cloudPct),
      typeof reading.windMps === 'number' &&
        text.table.wind(quantity(reading.windMps, reading.windMpsTyped, 'mps', units.wind)),
      typeof reading.pressureHpa === 'number' &&
        quantity(reading.pressureHpa, reading.pressureHpaTyped, 'hpa', units.pressure),
      reading.current && `${text.strip.current.toLowerCase()} ${reading.current}`,
    ]),
    strike: false,
  }
}
