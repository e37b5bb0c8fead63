import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { Link } from 'react-router'
import { addDays, localDate } from '@jotbook/core'
import type { Trip } from '@jotbook/core'
import { LureDrawing } from '../../charts/lures/LureDrawing.tsx'
import { allWaters, lureOf } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { useNames } from '../../state/useBook.ts'
import { pageOfPlan, usePlans } from '../../state/usePlans.ts'
import type { SavedPlan, SavedRod } from '../../state/usePlans.ts'
import { Heading, LinkButton, Quiet, Panel } from '../../ui/controls.tsx'
import { deviceZone } from '../../ui/deviceZone.ts'
import { rate } from '../../ui/locale.ts'
import { text } from './text.ts'

/** Of the waters fished last, so many are offered. */
const WATERS = 4
/** As high as it is without a plan. */
const HEIGHT = '118px'

/** What is ahead: the decks of the next day that has a plan not fished yet, else the waters to make one for. */
export function Ahead({ trips }: { trips: readonly Trip[] }) {
  const plans = usePlans()
  const waters = useAppSelector(allWaters)
  const [today] = useState(() => localDate(Date.now(), deviceZone()))
  // What comes later must not push away what is read already.
  if (!plans) return <Box minH={HEIGHT} mt="14px" />
  const [next, ...others] = nextPlans(
    plans.filter(({ id, water }) => waters.some((one) => one.id === water) && !trips.some(({ plan }) => plan === id)),
    today,
  )
  return (
    <Panel edge="waterline" as="section" aria-label={text.ahead.label} mt="14px" minH={HEIGHT}>
      {next ? <Planned plan={next} others={others} today={today} /> : <Unplanned trips={trips} today={today} />}
    </Panel>
  )
}

/** Plans of the first day from today on that has any. */
function nextPlans(plans: readonly SavedPlan[], today: string): SavedPlan[] {
  const ahead = plans.filter(({ date, rods }) => date >= today && rods.length > 0)
  const day = ahead.reduce((first, { date }) => (date < first ? date : first), ahead[0]?.date ?? '')
  return ahead.filter(({ date }) => date === day)
}

interface PlannedProps {
  readonly plan: SavedPlan
  readonly others: readonly SavedPlan[]
  readonly today: string
}

function Planned({ plan, others, today }: PlannedProps) {
  const waterName = useNames('waters')
  const { value, name } = plan
  return (
    <>
      <Flex justify="space-between" align="start" wrap="wrap" gap="4px 16px">
        <div>
          <Heading>{text.ahead.planned(dayName(plan.date, today), waterName(plan.water))}</Heading>
          <Quiet>{[name, value === null ? '' : text.ahead.value(rate(value))].filter(Boolean).join(' · ')}</Quiet>
        </div>
        <LinkButton to={pageOfPlan(plan)}>{text.ahead.open}</LinkButton>
      </Flex>
      <Flex as="ul" wrap="wrap" gap="8px 22px" p="0" m="10px 0 0" listStyleType="none">
        {plan.rods.map((rod) => (
          <Rod key={rod.lure} rod={rod} />
        ))}
      </Flex>
      {others.map((one) => (
        <Box key={one.id} mt="6px">
          <Link to={pageOfPlan(one)}>{text.ahead.other(one.name, waterName(one.water))}</Link>
        </Box>
      ))}
    </>
  )
}

const dayName = (date: string, today: string): string =>
  date === today ? text.ahead.today : date === addDays(today, 1) ? text.ahead.tomorrow : text.ahead.on(date)

function Rod({ rod }: { rod: SavedRod }) {
  const lure = useAppSelector((state) => lureOf(state, rod.lure))
  if (!lure) return null
  return (
    <Box as="li" w="148px">
      <LureDrawing lure={lure} width={92} decorative />
      <Box fontSize="small" fontWeight="600">
        {lure.name}
      </Box>
      {Number.isFinite(rod.rate) && <Quiet>{text.ahead.anHour(rate(rod.rate))}</Quiet>}
    </Box>
  )
}

function Unplanned({ trips, today }: { trips: readonly Trip[]; today: string }) {
  const waters = useAppSelector(allWaters)
  const waterName = useNames('waters')
  const fished = [...new Set(trips.map(({ water }) => water))].filter((water) => waters.some(({ id }) => id === water))
  return (
    <>
      <Heading>{text.ahead.title}</Heading>
      <Quiet>{text.ahead.none}</Quiet>
      <Flex wrap="wrap" gap="8px" mt="8px">
        {fished.slice(0, WATERS).map((water) => (
          <LinkButton key={water} to={`/plan?water=${water}&date=${addDays(today, 1)}`}>
            {waterName(water)}
          </LinkButton>
        ))}
      </Flex>
    </>
  )
}
