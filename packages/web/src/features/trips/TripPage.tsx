import { timeZoneOf, effortKnownOf } from '@jotbook/core'
import { Box, Flex } from '@chakra-ui/react'
import { useLayoutEffect, useMemo, useRef, useState } from 'react'
import { Link, useLocation, useNavigate, useParams, useSearchParams } from 'react-router'
import { InOtherBook } from '../../ui/ofBook/BookOfLink.tsx'
import { allTrips } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { deleted, deletionOf, useSave } from '../../state/useSave.ts'
import { useMay, useUnits } from '../../state/useBook.ts'
import { Button, LinkButton, Page, Quiet, Title } from '../../ui/controls.tsx'
import { day } from '../../ui/locale.ts'
import { useWidth } from '../../ui/useWidth.ts'
import type { DayCondition, Id, Trip } from '@jotbook/core'
import { useDayConditions } from '../conditions/index.ts'
import { PlanBeside } from '../ramp/index.ts'
import { AddReading } from './AddReading.tsx'
import { BesideTheDay } from './BesideTheDay.tsx'
import { OddsOfDay } from './OddsOfDay.tsx'
import { StripOfDay } from './StripOfDay.tsx'
import { TripHead } from './TripHead.tsx'
import { ShareDay } from './ShareDay.tsx'
import { spanOf, stripModel } from './stripModel.ts'
import { zoneOf } from './stripPaths.ts'
import type { TripOnScreen } from './stripPaths.ts'
import { text } from './text.ts'
import { TripTable } from './TripTable.tsx'
import { useEditing } from './useEditing.ts'
import { useTrip } from './useTrip.ts'

/** One trip: the day as a strip, or as rows with one key, and its loose ends. */
export function TripPage() {
  const { trip: id } = useParams()
  const screen = useTrip(id)
  if (screen === undefined) return <Page />
  if (screen === null) {
    return (
      <Page>
        <Title>{text.trip.missing}</Title>
        <p>{text.trip.missingNote}</p>
        <InOtherBook kind="trip" id={id} />
        <LinkButton to="/trips">{text.trip.toTrips}</LinkButton>
      </Page>
    )
  }
  return <ShownTrip key={screen.trip.id} screen={screen} />
}

// eslint-disable-next-line complexity -- each part of the page is there or not
function ShownTrip({ screen }: { screen: TripOnScreen }) {
  const units = useUnits()
  const highlight = useStrikeOfAddress()
  const [rows, toggle] = useRowsInstead()
  const frame = useRef<HTMLDivElement>(null)
  const width = useWidth(frame)
  const { trip, water } = screen
  const { may } = useMay()
  const conditions = useConditionsOf(screen)
  const model = useMemo(() => stripModel(screen, units, conditions), [screen, units, conditions])
  const known = effortKnownOf(trip)
  const editing = useEditing()
  const [asked] = useSearchParams()
  const [hands, setHands] = useState(asked.has('closed'))
  const [reading, setReading] = useState(false)
  const steady = !rows && known === 'full'
  return (
    <Page>
      <TripHead
        screen={screen}
        anglers={model.paths.map(({ angler }) => angler)}
        rows={rows}
        onRows={toggle}
        hands={steady ? hands : undefined}
        onHands={setHands}
        onAddReading={() => setReading(true)}
      />
      {known !== 'full' && (
        <Box mt="8px" fontWeight="600">
          {known === 'trip' ? text.strip.noStints : text.strip.noEffort}
        </Box>
      )}
      {trip.noBites && <Box mt="8px">{text.noBites}</Box>}
      {steady && hands && <Quiet>{text.hands.note}</Quiet>}
      <Box ref={frame} mt="12px">
        {!rows && width > 0 && <StripOfDay {...{ screen, model, width, highlight, editing }} hands={steady && hands} />}
      </Box>
      {reading && <AddReading screen={screen} editing={editing} onDone={() => setReading(false)} />}
      {rows && <TripTable screen={screen} highlight={highlight} />}
      {!rows && trip.purpose === 'tournament' && trip.weighIn && trip.end && <OddsOfDay screen={screen} />}
      <BesideTheDay screen={screen} conditions={conditions} editing={editing} />
      {trip.plan && <PlanBeside trip={trip} stints={screen.stints} strikes={screen.strikes} />}
      {!rows && width > 0 && <ShareDay screen={screen} model={model} />}
      {trip.note && (
        <Box mt="16px" whiteSpace="pre-line" maxW="760px">
          {trip.note}
        </Box>
      )}
      {may('trip', 'delete') && <DeleteTrip trip={trip} water={water?.name ?? ''} />}
      <Neighbours trip={trip.id} />
    </Page>
  )
}

/** The strike that the address points at, `#strike-…`. */
function useStrikeOfAddress(): string | undefined {
  const { hash } = useLocation()
  return hash.startsWith('#strike-') ? hash.slice('#strike-'.length) : undefined
}

/** Deletes the trip with what belongs to it; the bar below gives it back. */
function DeleteTrip({ trip, water }: { trip: Trip; water: string }) {
  const save = useSave()
  const navigate = useNavigate()
  const remove = async (): Promise<void> => {
    await save(deleted(text.trip.named(day(trip.start, timeZoneOf(trip), 'short'), water)), [
      deletionOf('trip', trip.id),
    ])
    await navigate('/trips')
  }
  return (
    <Box mt="18px" className="no-print">
      <Button look="bare" onClick={() => void remove()}>
        {text.trip.remove}
      </Button>
    </Box>
  )
}

/** What sky and season did on the strip's hours. */
function useConditionsOf(screen: TripOnScreen): readonly DayCondition[] | undefined {
  const { trip, water, readings } = screen
  const setting = useMemo(
    () => ({ start: trip.start, timeZone: zoneOf({ trip, water }), readings: readings }),
    [trip, water, readings],
  )
  const { fromMs, toMs } = spanOf(screen)
  return useDayConditions(water, setting, fromMs, toMs)
}

/** The trips before and after this one. */
function Neighbours({ trip }: { trip: Id<'trip'> }) {
  const trips = useAppSelector(allTrips)
  const at = trips.findIndex(({ id }) => id === trip)
  const [after, before] = [trips[at - 1], trips[at + 1]]
  return (
    <Flex className="no-print" gap="22px" mt="22px" fontSize="small">
      {before && <Link to={`/trips/${before.id}`}>{text.trip.before}</Link>}
      {after && <Link to={`/trips/${after.id}`}>{text.trip.after}</Link>}
    </Flex>
  )
}

/** The strip and its rows change places by the key t; the address remembers which. */
function useRowsInstead(): [boolean, () => void] {
  const [params] = useSearchParams()
  const { hash } = useLocation()
  const navigate = useNavigate()
  const rows = params.get('as') === 'rows'
  const toggle = (): void => void navigate({ search: rows ? '' : 'as=rows', hash }, { replace: true })
  // With the rows that it shows: a key that comes at once must not be heard by the handler of the view before.
  useLayoutEffect(() => {
    const onKey = ({ key, target, ctrlKey, metaKey, altKey }: KeyboardEvent): void => {
      const typing = target instanceof HTMLElement && /^(INPUT|SELECT|TEXTAREA)$/.test(target.tagName)
      if (key === 't' && !typing && !ctrlKey && !metaKey && !altKey) toggle()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  })
  return [rows, toggle]
}
