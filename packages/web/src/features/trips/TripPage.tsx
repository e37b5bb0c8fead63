import { Box, Flex } from '@chakra-ui/react'
import { useEffect, useMemo, useRef, useState } from 'react'
import { Link, useLocation, useNavigate, useParams, useSearchParams } from 'react-router'
import { InOtherBook } from '../../ui/ofBook/BookOfLink.tsx'
import { useAppSelector } from '../../state/store.ts'
import { deleted, deletionOf, useSave } from '../../state/useSave.ts'
import { useBookId, useMay, useUnits } from '../../state/useBook.ts'
import { DayStrip } from '../../charts/dayStrip/DayStrip.tsx'
import { Button, LinkButton, Page, Quiet, Title } from '../../ui/controls.tsx'
import { day } from '../../ui/locale.ts'
import { useWidth } from '../../ui/useWidth.ts'
import type { DayCondition, Trip } from '@jotbook/core'
import { Conflicts } from '../book/conflicts/index.ts'
import { WhatTheSkyDid, useDayConditions } from '../conditions/index.ts'
import type { SaidField } from '../conditions/index.ts'
import { Instruments } from '../instruments/index.ts'
import { AddReading } from './AddReading.tsx'
import { ClockOff } from './ClockOff.tsx'
import { Figures } from './Figures.tsx'
import { SelectedPanel } from './SelectedPanel.tsx'
import { Legend } from './Legend.tsx'
import { ThingsToFix } from './ThingsToFix.tsx'
import { ShareDay } from './ShareDay.tsx'
import { StripHands } from './StripHands.tsx'
import { StripPhotos } from './StripPhotos.tsx'
import type { Selected } from './StripHands.tsx'
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

function ShownTrip({ screen }: { screen: TripOnScreen }) {
  const units = useUnits()
  const book = useBookId()
  const { hash } = useLocation()
  const highlight = hash.startsWith('#strike-') ? hash.slice('#strike-'.length) : undefined
  const [rows, toggle] = useRowsInstead()
  const frame = useRef<HTMLDivElement>(null)
  const width = useWidth(frame)
  const { trip, water } = screen
  const { may } = useMay()
  const allSpots = useAppSelector(({ records }) => records.spots)
  const spots = useMemo(() => allSpots.filter((spot) => spot.water === trip.water), [allSpots, trip.water])
  const conditions = useConditionsOf(screen)
  const model = useMemo(() => stripModel(screen, units, conditions), [screen, units, conditions])
  const known = trip.effortKnown ?? 'full'
  const editing = useEditing()
  const [asked] = useSearchParams()
  const closed = asked.has('closed')
  const [hands, setHands] = useState(closed)
  const [selected, setSelected] = useState<Selected>()
  const [reading, setReading] = useState(false)
  const steady = !rows && known === 'full'
  return (
    <Page>
      <Flex wrap="wrap" gap="12px 40px" align="end" justify="space-between">
        <Box>
          <Quiet>
            {day(trip.start, zoneOf(screen), 'full')}
            {trip.purpose ? ` · ${trip.purpose}` : ''}
          </Quiet>
          <Title>{water?.name ?? text.trip.noWater}</Title>
        </Box>
        <Figures screen={screen} />
      </Flex>
      <Flex mt="10px" gap="8px 22px" wrap="wrap" align="center" justify="space-between">
        <Legend anglers={model.paths.map(({ angler }) => angler)} />
        <Flex gap="8px" className="no-print" wrap="wrap">
          {steady && (
            <Button look="bare" aria-pressed={hands} onClick={() => setHands(!hands)}>
              {hands ? text.hands.off : text.hands.on}
            </Button>
          )}
          <Button look="bare" onClick={() => setReading(true)}>
            {text.hands.addReading}
          </Button>
          <Button look="bare" onClick={toggle}>
            {rows ? text.table.strip : text.table.show}
          </Button>
          <LinkButton to={`/trips/${trip.id}/edit`}>{text.trip.edit}</LinkButton>
        </Flex>
      </Flex>
      {known !== 'full' && (
        <Box mt="8px" fontWeight="600">
          {known === 'trip' ? text.strip.noStints : text.strip.noEffort}
        </Box>
      )}
      {trip.noBites && <Box mt="8px">{text.noBites}</Box>}
      {steady && hands && <Quiet>{text.hands.note}</Quiet>}
      <Box ref={frame} mt="12px" position="relative">
        {!rows && width > 0 && <DayStrip model={model} width={width} highlight={highlight} />}
        {steady && hands && width > 0 && (
          <StripHands screen={screen} model={model} width={width} editing={editing} onSelect={setSelected} />
        )}
      </Box>
      {!rows && width > 0 && <StripPhotos screen={screen} model={model} width={width} />}
      {selected && (
        <SelectedPanel
          key={JSON.stringify(selected)}
          screen={screen}
          selected={selected}
          editing={editing}
          onDone={() => setSelected(undefined)}
        />
      )}
      {reading && <AddReading screen={screen} editing={editing} onDone={() => setReading(false)} />}
      {rows && <TripTable screen={screen} highlight={highlight} />}
      <ThingsToFix screen={screen} editing={editing} />
      {conditions && (
        <WhatTheSkyDid
          conditions={conditions}
          said={trip}
          zone={zoneOf(screen)}
          {...(may('trip', 'change')
            ? {
                onSay: (field: SaidField, word: string | null) =>
                  void editing.apply({ edits: [{ kind: 'trip', id: trip.id, fields: { [field]: word } }] }),
              }
            : {})}
        />
      )}
      <Instruments
        trip={trip}
        stints={screen.stints}
        readings={screen.readings}
        spots={spots}
        onTake={(edits) => editing.apply({ edits })}
      />
      <Conflicts book={book} trip={trip.id} />
      <ClockOff book={book} trip={trip} />
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

/** Deletes the trip with what belongs to it; the bar below gives it back. */
function DeleteTrip({ trip, water }: { trip: Trip; water: string }) {
  const save = useSave()
  const navigate = useNavigate()
  const remove = async (): Promise<void> => {
    await save(deleted(text.trip.named(day(trip.start, trip.timeZone ?? 'UTC', 'short'), water)), [
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
function Neighbours({ trip }: { trip: string }) {
  const trips = useAppSelector(({ records }) => records.trips)
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
  useEffect(() => {
    const onKey = ({ key, target, ctrlKey, metaKey, altKey }: KeyboardEvent): void => {
      const typing = target instanceof HTMLElement && /^(INPUT|SELECT|TEXTAREA)$/.test(target.tagName)
      if (key === 't' && !typing && !ctrlKey && !metaKey && !altKey) toggle()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  })
  return [rows, toggle]
}
