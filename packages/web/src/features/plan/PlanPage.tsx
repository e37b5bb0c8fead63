import { Box, Flex } from '@chakra-ui/react'
import { useDeferredValue, useMemo, useState } from 'react'
import { useSearchParams } from 'react-router'
import { addDays, localDate } from '@jotbook/core'
import type { Backtest, DeckPlan, LeftAtHome } from '@jotbook/core/predict'
import { useAnalysis } from '../../state/useAnalysis.ts'
import { useNames, useUnits } from '../../state/useBook.ts'
import { useForesight } from '../../state/useForesight.ts'
import { useAppSelector } from '../../state/store.ts'
import { Band, Button, Heading, Page, Quiet, Title } from '../../ui/controls.tsx'
import { deviceZone } from '../../ui/deviceZone.ts'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { DeckOnWater } from './DeckOnWater.tsx'
import { PlanForm } from './PlanForm.tsx'
import { askedOf } from './plan.ts'
import type { TypedPlan } from './plan.ts'
import { planOfLink, withPart } from './planLink.ts'
import { text } from './text.ts'

const NOON_MS = 12 * 3_600_000

/** The plan in the link, and what is asked of it once what is usual then is known. */
function usePlan() {
  const { waters, trips } = useAppSelector(({ records }) => records)
  const units = useUnits()
  const [link, setLink] = useSearchParams()
  const [tomorrow] = useState(() => addDays(localDate(Date.now(), deviceZone()), 1))
  const water = trips[0]?.water ?? waters[0]?.id ?? ''
  const plan = useMemo(() => planOfLink(link, { water, date: tomorrow }), [link, water, tomorrow])
  const { value: usual } = useAnalysis('usual', [plan.water, Date.parse(`${plan.date}T00:00:00Z`) + NOON_MS])
  const read = useMemo(() => {
    const here = waters.find(({ id }) => id === plan.water)
    return usual && here ? askedOf(plan, here.timeZone ?? deviceZone(), units, usual) : undefined
  }, [plan, usual, waters, units])
  const change = (part: Partial<TypedPlan>): void => setLink(withPart(link, part), { replace: true })
  return {
    plan,
    usual,
    change,
    wrong: read && 'wrong' in read ? read.wrong : undefined,
    asked: read && 'asked' in read ? read.asked : undefined,
  }
}

/** The evening before: what to tie on, why each rod, and what to leave at home. */
export function PlanPage() {
  const hasWater = useAppSelector(({ records }) => records.book === null || records.waters.length > 0)
  const { plan, usual, change, wrong, asked: askedNow } = usePlan()
  const asked = useDeferredValue(askedNow)
  const { value: deck, problem, waiting } = useForesight('deck', asked && [asked])
  if (!hasWater)
    return (
      <Page>
        <Title>{text.title}</Title>
        <p>{text.noWater}</p>
      </Page>
    )
  return (
    <Page>
      <Title>{text.title}</Title>
      <PlanForm plan={plan} usual={usual ?? {}} onChange={change} />
      {wrong && (
        <Box role="alert" color="float" fontWeight="600" mt="8px">
          {wrong}
        </Box>
      )}
      <ProblemNote problem={problem} />
      {waiting && !deck && <Box mt="16px">{text.learning}…</Box>}
      {deck && (
        <Box as="section" aria-live="polite" aria-busy={waiting} mt="18px" opacity={waiting ? 0.6 : 1}>
          <Planned plan={plan} deck={deck} onChange={change} />
        </Box>
      )}
    </Page>
  )
}

interface PlannedProps {
  readonly plan: TypedPlan
  readonly deck: DeckPlan
  readonly onChange: (part: Partial<TypedPlan>) => void
}

function Planned({ plan, deck, onChange }: PlannedProps) {
  const { locked, excluded } = plan
  return (
    <>
      <Band data-testid="answer">
        <Box fontSize="large" fontWeight="700">
          {plan.objective === 'strikes' ? text.value(deck.value, deck.rods.length) : text.heavy(deck.rods.length)}
        </Box>
        <Worth rods={deck.rods.length} />
      </Band>
      <DeckOnWater
        plan={deck}
        locked={locked}
        onLock={(lure) => onChange({ locked: toggled(locked, lure) })}
        onOut={(lure) => onChange({ excluded: [...excluded, lure], locked: locked.filter((one) => one !== lure) })}
      />
      {excluded.length > 0 && (
        <StruckOut lures={excluded} onBack={(lure) => onChange({ excluded: toggled(excluded, lure) })} />
      )}
      <LeftBehind plan={deck} />
    </>
  )
}

const toggled = (list: readonly string[], lure: string): string[] =>
  list.includes(lure) ? list.filter((one) => one !== lure) : [...list, lure]

/** Lures that are not to be carried, each of which may come back. */
function StruckOut({ lures, onBack }: { lures: readonly string[]; onBack: (lure: string) => void }) {
  const nameOf = useNames('lures')
  return (
    <Flex gap="8px" wrap="wrap" align="center" mt="10px" className="no-print">
      <Quiet>{text.out}</Quiet>
      {lures.map((lure) => (
        <Button key={lure} look="bare" aria-label={text.bringBack(nameOf(lure))} onClick={() => onBack(lure)}>
          {nameOf(lure)}
        </Button>
      ))}
    </Flex>
  )
}

/** Whether the plan has earned trust on the angler's own trips. */
function Worth({ rods }: { rods: number }) {
  const { value } = useForesight('worth', [rods])
  return <Box color="onBandQuiet">{value ? worthText(value) : `${text.worth.asking}…`}</Box>
}

function worthText({ trips, worth: { ratio, lower, upper, verdict } }: Backtest): string {
  if (verdict === 'too early' || ratio === null) return text.worth.tooEarly
  if (verdict === 'harmful') return text.worth.harmful
  return verdict === 'earned' ? text.worth.earned(trips, ratio, lower, upper) : text.worth.notYet(trips)
}

function LeftBehind({ plan: { leftAtHome } }: { plan: DeckPlan }) {
  const nameOf = useNames('lures')
  if (leftAtHome.length === 0) return null
  const why = ({ crude, own, rate, because }: LeftAtHome): string =>
    `${text.home.crude(crude, own.hours)}, ${text.home.foretold(rate)}: ${text.home.because[because]}`
  return (
    <Box as="section" aria-label={text.home.title} mt="18px">
      <Heading>{text.home.title}</Heading>
      <Box as="ul" p="0" m="0" listStyleType="none">
        {leftAtHome.map((left) => (
          <li key={left.lure}>
            <b>{nameOf(left.lure)}</b> <Quiet>{why(left)}</Quiet>
          </li>
        ))}
      </Box>
    </Box>
  )
}
