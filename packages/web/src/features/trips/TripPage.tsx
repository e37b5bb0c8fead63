import { Box, Flex } from '@chakra-ui/react'
import { useLayoutEffect, useMemo, useRef, useState } from 'react'
import { useLocation, useParams } from 'react-router'
import { accountFor, epochMs, formatQuantity } from '@jotbook/core'
import { useUnits } from '../../app/useBook.ts'
import { DayStrip } from '../../charts/dayStrip/DayStrip.tsx'
import { LinkButton, Page, Quiet, Title } from '../../ui/controls.tsx'
import { Legend } from './Legend.tsx'
import { LooseEnds } from './LooseEnds.tsx'
import { TripTable } from './TripTable.tsx'
import { clockText, stripModel } from './stripModel.ts'
import type { TripOnScreen } from './stripModel.ts'
import { useTrip } from './useTrip.ts'

/** One trip: the day as a strip, its loose ends, and the same as a table. */
export function TripPage() {
  const { trip: id } = useParams()
  const screen = useTrip(id)
  if (screen === undefined) return <Page />
  if (screen === null) {
    return (
      <Page>
        <Title>This trip is not in the book</Title>
        <p>It may have been taken out, or it belongs to another book.</p>
        <LinkButton to="/trips">To the trips</LinkButton>
      </Page>
    )
  }
  return <ShownTrip screen={screen} />
}

function ShownTrip({ screen }: { screen: TripOnScreen }) {
  const units = useUnits()
  const { hash } = useLocation()
  const highlight = hash.startsWith('#strike-') ? hash.slice('#strike-'.length) : undefined
  const frame = useRef<HTMLDivElement>(null)
  const width = useWidth(frame)
  const model = useMemo(() => stripModel(screen, units), [screen, units])
  const { trip, water } = screen
  const zone = trip.timeZone ?? water?.timeZone ?? 'UTC'
  const date = new Date(trip.start).toLocaleDateString(undefined, { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric', timeZone: zone })
  return (
    <Page>
      <Flex wrap="wrap" gap="12px 40px" align="end" justify="space-between">
        <Box>
          <Quiet>
            {date}
            {trip.purpose ? ` · ${trip.purpose}` : ''}
          </Quiet>
          <Title>{water?.name ?? 'A water that is not in the book'}</Title>
        </Box>
        <Figures screen={screen} />
      </Flex>
      <Flex mt="10px" gap="8px 22px" wrap="wrap" align="center" justify="space-between">
        <Legend anglers={model.paths.map(({ angler }) => angler)} />
        <LinkButton to={`/trips/${trip.id}/edit`}>Mend this trip</LinkButton>
      </Flex>
      <Box ref={frame} mt="12px">
        {width > 0 && <DayStrip model={model} width={width} highlight={highlight} />}
      </Box>
      <LooseEnds screen={screen} />
      <TripTable screen={screen} highlight={highlight} clock={(iso) => clockText(epochMs(iso), zone)} />
    </Page>
  )
}

function Figures({ screen: { trip, stints, strikes } }: { screen: TripOnScreen }) {
  const units = useUnits()
  const counted = strikes.filter(({ outcome }) => outcome !== 'raised')
  const { accountedMin } = accountFor(
    trip.start,
    trip.end ?? null,
    stints.map((stint) => ({ id: stint.id, angler: stint.angler ?? null, start: stint.start, end: stint.end ?? null })),
  )
  const anglers = new Set(stints.map(({ angler }) => angler ?? '')).size
  const best = Math.max(0, ...strikes.map(({ weightG }) => weightG ?? 0))
  const figures = [
    [String(counted.length), 'strikes'],
    [`${Math.floor(accountedMin / 60)} h ${String(Math.round(accountedMin % 60)).padStart(2, '0')}`, anglers > 1 ? 'fished, together' : 'fished'],
    [String(counted.filter(({ outcome }) => outcome === 'landed').length), 'landed'],
    ...(best > 0 ? [[formatQuantity(best, null, 'g', units.weight), 'best fish']] : []),
  ]
  return (
    <Flex gap={{ base: '14px', md: '28px' }} wrap="wrap">
      {figures.map(([value, name]) => (
        <Box key={name} textAlign="right">
          <Box fontFamily="heading" fontVariantNumeric="lining-nums proportional-nums" fontSize="title" fontWeight="600" lineHeight="1.1">
            {value}
          </Box>
          <Quiet>{name}</Quiet>
        </Box>
      ))}
    </Flex>
  )
}

function useWidth(frame: React.RefObject<HTMLDivElement | null>): number {
  const [width, setWidth] = useState(0)
  useLayoutEffect(() => {
    const element = frame.current
    if (!element) return undefined
    const observer = new ResizeObserver(() => setWidth(element.clientWidth))
    observer.observe(element)
    setWidth(element.clientWidth)
    return () => observer.disconnect()
  }, [frame])
  return width
}
