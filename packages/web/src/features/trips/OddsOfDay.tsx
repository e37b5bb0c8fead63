import { Box } from '@chakra-ui/react'
import { useRef } from 'react'
import type { OddsOfDay as BagOdds } from '@jotbook/core/advice'
import { useAnalysis } from '../../state/useAnalysis.ts'
import { useUnits } from '../../state/useBook.ts'
import { Heading, Quiet, Table } from '../../ui/controls.tsx'
import { clock, quantity } from '../../ui/locale.ts'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { Unknown } from '../../ui/Unknown.tsx'
import { useWidth } from '../../ui/useWidth.ts'
import { OddsPicture } from './OddsPicture.tsx'
import { zoneOf } from './stripPaths.ts'
import type { TripOnScreen } from './stripPaths.ts'
import { text } from './text.ts'

const MOST_WIDTH = 860

/** After a tournament: how the odds of the weigh-in stood, hour by hour, of each bag. Nothing where they cannot be told. */
export function OddsOfDay({ screen }: { screen: TripOnScreen }) {
  const { trip } = screen
  const words = text.odds
  const frame = useRef<HTMLDivElement>(null)
  const width = Math.min(MOST_WIDTH, useWidth(frame))
  const { value: bags, problem } = useAnalysis('oddsOfDay', [trip.id])
  if (bags?.length === 0) return null
  return (
    <Box as="section" aria-label={words.title} mt="22px">
      <Heading>{words.title}</Heading>
      <ProblemNote problem={problem} />
      <Box ref={frame} minH="300px">
        {!bags && !problem && <Unknown />}
        {bags?.map((odds) => (
          <Bag key={odds.angler ?? ''} odds={odds} width={width} zone={zoneOf(screen)} />
        ))}
        {bags && <Quiet>{words.note}</Quiet>}
      </Box>
    </Box>
  )
}

interface BagProps {
  readonly odds: BagOdds
  readonly width: number
  readonly zone: string
}

function Bag({ odds, width, zone }: BagProps) {
  const units = useUnits()
  const words = text.odds
  const weightOf = (grams: number): string => (grams === 0 ? words.nothing : quantity(grams, null, 'g', units.weight))
  const launch = odds.hours[0]
  if (!launch) return null
  const said = words.says(weightOf(launch.p50), weightOf(launch.p10), weightOf(launch.p90), weightOf(odds.totalG))
  return (
    <Box mb="14px">
      <Box mb="6px" maxW="760px">
        {odds.angler !== null && <strong>{odds.angler}. </strong>}
        {said}
      </Box>
      {width > 0 && <OddsPicture odds={odds} width={width} zone={zone} unit={units.weight} weightOf={weightOf} />}
      <Box as="details" maxW="620px" mt="6px">
        <Box as="summary" cursor="pointer" minH="36px">
          {words.asTable}
        </Box>
        <Table>
          <thead>
            <tr>
              {words.columns.map((name, i) => (
                <th key={name} className={i > 0 ? 'number' : undefined}>
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {odds.hours.map(({ atMs, inBagG, p10, p50, p90 }) => (
              <tr key={atMs}>
                <td>{clock(atMs, zone)}</td>
                {[inBagG, p10, p50, p90].map((grams, i) => (
                  <td key={words.columns[i + 1]} className="number">
                    {weightOf(grams)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </Table>
      </Box>
    </Box>
  )
}
