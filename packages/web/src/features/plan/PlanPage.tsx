import { Box, Flex } from '@chakra-ui/react'
import { useDeferredValue, useMemo, useState } from 'react'
import { Link } from 'react-router'
import { cautionsOf, isoUtc, workingDepth } from '@jotbook/core'
import type { EpochMs, Id, Spell, Water } from '@jotbook/core'
import type { Backtest, DeckPlan, LeftAtHome } from '@jotbook/core/predict'
import { useNames } from '../../state/useBook.ts'
import { useForesight, useForesightShare } from '../../state/useForesight.ts'
import type { LongForesight } from '../../workers/foresee.ts'
import { allLures, allWaters } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { Band, Button, Heading, Page, Quiet, Title } from '../../ui/controls.tsx'
import { ProblemNote, whyNoAnswer } from '../../ui/ProblemNote.tsx'
import type { DeckAnswer, DeckAsked } from '../../workers/foresee.ts'
import { Cautions, useDayConditions } from '../conditions/index.ts'
import { DaysLikeIt, RulesOfDay } from './Beside.tsx'
import { Calibration } from './Calibration.tsx'
import { COURSES } from './course.ts'
import { DayAhead } from './DayAhead.tsx'
import { DeckOnWater } from './DeckOnWater.tsx'
import { dayLight } from './dayLight.ts'
import type { DayLight } from './dayLight.ts'
import { PackingList } from './PackingList.tsx'
import { PlanForm } from './PlanForm.tsx'
import type { PlannedSpan, TypedPlan } from './plan.ts'
import type { PlanPart } from './planLink.ts'
import { Reports } from './Reports.tsx'
import { SavedPlans } from './SavedPlans.tsx'
import { text } from './text.ts'
import { usePlan } from './usePlan.ts'

/** The evening before: what to tie on, why each rod, and what to leave at home. */
export function PlanPage() {
  const { book } = useAppSelector(({ records }) => records)
  const waters = useAppSelector(allWaters)
  const lures = useAppSelector(allLures)
  const missing =
    book === null ? undefined : waters.length === 0 ? text.noWater : lures.length === 0 ? text.noLures : undefined
  return (
    <Page>
      <Flex justify="space-between" align="center" gap="12px">
        <Title>{text.title}</Title>
        {!missing && (
          <Button className="no-print" onClick={() => window.print()}>
            {text.print}
          </Button>
        )}
      </Flex>
      {missing ? <p>{missing}</p> : <Planning />}
    </Page>
  )
}

function Planning() {
  const state = usePlan()
  const { plan, usual, change, wrong, asked: askedNow } = state
  const asked = useDeferredValue(askedNow)
  const { value: deck, problem, waiting } = useForesight('deck', asked && [asked])
  // A book that cannot answer yet is no fault: it says so where the answer would stand.
  const cannot = problem && whyNoAnswer(problem)
  return (
    <>
      <PlanForm plan={plan} usual={usual ?? {}} onChange={change} />
      {state.isPast && <Quiet>{text.past}</Quiet>}
      {wrong && (
        <Box role="alert" color="float" fontWeight="600" mt="8px">
          {wrong}
        </Box>
      )}
      <ProblemNote problem={cannot === undefined ? problem : undefined} />
      <Band
        data-testid="answer"
        aria-live="polite"
        aria-busy={waiting}
        mt="14px"
        minH={ANSWER_HEIGHT}
        opacity={waiting && deck ? 0.6 : 1}
      >
        {deck ? (
          <Answer plan={plan} deck={deck} />
        ) : cannot === undefined ? (
          waiting && <HowFar method="deck" doing={text.learning} />
        ) : (
          <Unanswered why={cannot} />
        )}
      </Band>
      <Box
        display="grid"
        gridTemplateColumns={{ base: 'minmax(0, 1fr)', lg: 'minmax(0, 7fr) minmax(0, 6fr)' }}
        gridTemplateAreas={{ base: '"day" "deck" "like"', lg: '"deck day" "deck like"' }}
        gridTemplateRows={{ lg: 'auto 1fr' }}
        gap="10px 44px"
        mt="14px"
        className="no-print"
      >
        <Box gridArea="day">
          <TheDay state={state} asked={asked} deck={deck} />
        </Box>
        <Box gridArea="deck">{deck && <Carried plan={plan} deck={deck} onChange={change} />}</Box>
        <Box gridArea="like">{asked && <DaysLikeIt asked={asked} />}</Box>
      </Box>
      <UnderTheDeck state={state} asked={asked} deck={deck} />
    </>
  )
}

function Unanswered({ why }: { why: string }) {
  return (
    <>
      <Box fontSize="large" fontWeight="600">
        {why}
      </Box>
      <p>{text.unanswered}</p>
    </>
  )
}

/** Room for the answer from the first: what stands under it does not move when it comes. */
const ANSWER_HEIGHT = { base: '210px', md: '104px' }

interface TheDayProps {
  readonly state: ReturnType<typeof usePlan>
  readonly asked: DeckAsked | undefined
  readonly deck: DeckAnswer | undefined
}

/** What to pack, which rules speak, and the plans that were saved. */
function UnderTheDeck({ state: { plan, opened, onOpened }, asked, deck }: TheDayProps) {
  return (
    <>
      {deck && (
        <Box mt="14px" className="no-print">
          <Link to={benchLink(plan, deck)}>{text.bench}</Link>
        </Box>
      )}
      {deck && <PackingList typed={plan} plan={deck} />}
      {asked && <RulesOfDay asked={asked} />}
      {deck && asked && <SavedPlans {...{ plan, deck, asked, opened, onOpened }} />}
    </>
  )
}

/** The bench with the plan's water and lures. */
function benchLink({ water, visibility, temp }: TypedPlan, { rods }: DeckAnswer): string {
  const link = new URLSearchParams({ water, lures: rods.map(({ lure }) => lure).join() })
  for (const [name, value] of Object.entries({ visibility, temp })) if (value) link.set(name, value)
  return `/bench?${link.toString()}`
}

/** The hours, their forecast, and what it calls for caution with. */
function TheDay({ state: { plan, here, usual, span, zone, change }, asked, deck }: TheDayProps) {
  const [thunder, setThunder] = useState(false)
  const light = useLight(here, usual?.tint, { span, asked, deck })
  const front = useFront(here, zone, { span, asked })
  const cautions = useMemo(() => (asked ? cautionsOf({ ...worstOf(asked), thunder }) : []), [asked, thunder])
  // The book has not come yet.
  if (!here) return null
  const isSaid = COURSES.some((name) => plan.courses[name].length > 0)
  return (
    <>
      <Heading>{text.forecast}</Heading>
      {span && (
        <DayAhead
          {...{ plan, span, zone, light, front }}
          usual={usual ?? {}}
          best={deck?.hours}
          onCourse={(name, moved) => change((now) => ({ courses: { [name]: moved(now.courses[name]) } }))}
        />
      )}
      <Flex className="no-print" justify="space-between" gap="10px" align="start" mt="4px">
        <Quiet>{text.forecastNote}</Quiet>
        {isSaid && (
          <Button look="bare" onClick={() => change({ courses: { wind: [], cloud: [], air: [], pressure: [] } })}>
            {text.clear}
          </Button>
        )}
      </Flex>
      <Reports
        span={span}
        onRead={(found) => {
          setThunder(found.thunder)
          change({ courses: found.courses })
        }}
      />
      <Box mt="12px" css={{ '& ul': { paddingLeft: '20px', listStyle: 'disc' }, '& p': { color: 'quiet' } }}>
        <Cautions cautions={cautions} />
      </Box>
    </>
  )
}

/** What of the hours calls for most caution. */
function worstOf({ hours }: DeckAsked): Record<string, number | undefined> {
  const of = (field: string): number[] =>
    hours.flatMap(({ fields }) => (typeof fields[field] === 'number' ? [fields[field]] : []))
  const most = (values: readonly number[]): number | undefined => (values.length > 0 ? Math.max(...values) : undefined)
  return { waterTempC: of('waterTempC')[0], windMps: most(of('windMps')), airTempC: most(of('airTempC')) }
}

/** Where nothing is said of the sky it is taken for half covered, to draw by. */
const HALF_COVERED = 50
const USUAL_VISIBILITY_M = 1

/** The light of the day, on the water and where the lures of the deck run. */
function useLight(
  here: Water | undefined,
  tint: string | undefined,
  { span, asked, deck }: { span: PlannedSpan | undefined; asked: DeckAsked | undefined; deck: DeckPlan | undefined },
): DayLight | undefined {
  const lures = useAppSelector(allLures)
  return useMemo(() => {
    if (typeof here?.latitude !== 'number' || typeof here.longitude !== 'number' || !span) return undefined
    const { latitude, longitude } = here
    const depths = (deck?.rods ?? [])
      .map(({ lure }) => workingDepth(lures.find(({ id }) => id === lure)).depthM)
      .sort((one, other) => one - other)
    const fieldAt = (ms: EpochMs, field: string): unknown =>
      asked?.hours.findLast(({ timeMs }) => timeMs <= ms)?.fields[field]
    const cloudAt = (ms: EpochMs): number => {
      const cloud = fieldAt(ms, 'cloudPct')
      return (typeof cloud === 'number' ? cloud : HALF_COVERED) / 100
    }
    const visibility = fieldAt(span.startMs, 'visibilityM')
    return dayLight({ latitude, longitude }, [span.startMs, span.endMs], cloudAt, {
      depthM: depths[Math.floor(depths.length / 2)] ?? 1,
      visibilityM: typeof visibility === 'number' && visibility > 0 ? visibility : USUAL_VISIBILITY_M,
      tint,
    })
  }, [here, tint, span, asked, deck, lures])
}

/** Where the day stands to a front, hour by hour. */
function useFront(
  here: Water | undefined,
  timeZone: string,
  { span, asked }: { span: PlannedSpan | undefined; asked: DeckAsked | undefined },
): readonly Spell[] | undefined {
  const { startMs = 0, endMs = 0 } = span ?? {}
  const setting = useMemo(
    () => ({
      start: isoUtc(startMs),
      timeZone,
      readings: (asked?.hours ?? []).map(({ timeMs, fields }) => ({ ...fields, time: isoUtc(timeMs) })),
    }),
    [asked, startMs, timeZone],
  )
  return useDayConditions(here, setting, startMs, endMs)?.find(({ column }) => column === 'front')?.spells
}

/** What the deck promises, and whether the plan has earned trust. */
function Answer({ plan, deck }: { readonly plan: TypedPlan; readonly deck: DeckAnswer }) {
  const rods = Number(plan.rods)
  return (
    <>
      <Box fontSize="large" fontWeight="700">
        {plan.objective === 'strikes' ? text.value(deck.value, deck.rods.length) : text.heavy(deck.rods.length)}
      </Box>
      {deck.rods.length < rods && deck.lures.length <= deck.rods.length && (
        <Box>{text.fewLures(rods, deck.lures.length)}</Box>
      )}
      {deck.lures.every(({ own }) => own.hours === 0) && <Box>{text.newWater}</Box>}
      <Worth rods={deck.rods.length} />
    </>
  )
}

interface CarriedProps {
  readonly plan: TypedPlan
  readonly deck: DeckAnswer
  readonly onChange: (part: PlanPart | ((now: TypedPlan) => PlanPart)) => void
}

function Carried({ plan: { locked, excluded }, deck, onChange }: CarriedProps) {
  return (
    <>
      <DeckOnWater
        plan={deck}
        locked={locked}
        onLock={(lure) => onChange((now) => ({ locked: toggled(now.locked, lure) }))}
        onOut={(lure) =>
          onChange((now) => ({ excluded: [...now.excluded, lure], locked: now.locked.filter((one) => one !== lure) }))
        }
      />
      {excluded.length > 0 && (
        <StruckOut lures={excluded} onBack={(lure) => onChange((now) => ({ excluded: toggled(now.excluded, lure) }))} />
      )}
      <LeftBehind plan={deck} />
    </>
  )
}

const toggled = (list: readonly string[], lure: Id<'lure'>): string[] =>
  list.includes(lure) ? list.filter((one) => one !== lure) : [...list, lure]

/** Lures that are not to be carried, each of which may come back. */
function StruckOut({ lures, onBack }: { lures: readonly string[]; onBack: (lure: Id<'lure'>) => void }) {
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

/** What is waited for, and how far it is where that takes long. */
function HowFar({ method, doing }: { method: LongForesight; doing: string }) {
  const share = useForesightShare(method)
  return (
    <Flex gap="14px" align="center">
      {doing}…
      <Box w="160px" visibility={share > 0 && share < 1 ? 'visible' : 'hidden'}>
        <progress value={share} max={1} aria-label={doing} />
      </Box>
    </Flex>
  )
}

/** Whether the plan has earned trust on the angler's own trips. */
function Worth({ rods }: { rods: number }) {
  const { value, problem } = useForesight('worth', [rods])
  return (
    <Box color="onBandQuiet">
      {value ? worthText(value) : problem ? text.worth.tooEarly : <HowFar method="worth" doing={text.worth.asking} />}
      {value && value.calibration.length > 0 && <Calibration backtest={value} />}
    </Box>
  )
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
