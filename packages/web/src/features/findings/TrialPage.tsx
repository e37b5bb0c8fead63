import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import type { ClaimTrial, LongQuestion, Verdict } from '@jotbook/core'
import { FindingsNav } from '../../ui/ofBook/FindingsNav.tsx'
import type { RateScale } from '../../charts/Spindle.tsx'
import { Band, Chip, Heading, LinkButton, Page, Quiet, Title } from '../../ui/controls.tsx'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { whole } from '../../ui/locale.ts'
import { CONFIDENCE } from '../board/index.ts'
import { Asking } from './Asking.tsx'
import { RatioAxis } from './RatioAxis.tsx'
import { RATIO_COLUMNS, ratioScale } from '../../charts/ratioScale.ts'
import { Explained } from '../../ui/Explained.tsx'
import { matches } from './matches.ts'
import type { TrialOrder } from './matches.ts'
import { OwnRules } from './OwnRules.tsx'
import { TrialsSoFar } from './SoFar.tsx'
import { TrialRow } from './TrialRow.tsx'
import { text } from './text.ts'
import { useLongAnswer } from './useLongAnswer.ts'

const ORDER: readonly Verdict[] = ['holds', 'fails', 'no difference', 'too early', 'cannot be learnt']
const ORDERS: readonly TrialOrder[] = ['verdict', 'dispute', 'class']
/** What tells nothing yet stays folded. */
const FOLDED: ReadonlySet<Verdict> = new Set(['too early', 'cannot be learnt'])

/** Every rule of the trade against the book's own hours. */
export function TrialPage() {
  const words = text.trial
  const [chosen, setWater] = useState<string>()
  const { ask, stop, progress, early, answer, asked, isOld, problem } =
    useLongAnswer<Extract<LongQuestion, { kind: 'claims' }>>('claims')
  const water = chosen ?? asked?.water ?? ''
  const onAsk = (): void => {
    ask({ kind: 'claims', water: water === '' ? null : water, confidence: CONFIDENCE })
  }
  return (
    <Page>
      <FindingsNav />
      <Title>{words.title}</Title>
      <Quiet>{words.note}</Quiet>
      <Asking
        water={water}
        everyWater
        onWater={setWater}
        ask={words.ask}
        onAsk={onAsk}
        progress={progress}
        onStop={stop}
      />
      <ProblemNote problem={problem} />
      {answer && isOld && <Quiet>{text.isOld}</Quiet>}
      <OwnRules water={water} />
      {early && <TrialsSoFar trials={early} />}
      {answer && asked && <Tried trials={answer} water={asked.water ?? ''} />}
    </Page>
  )
}

function Tried({ trials, water }: { trials: readonly ClaimTrial[]; water: string }) {
  const scale = ratioScale()
  const [order, setOrder] = useState<TrialOrder>('verdict')
  const of = (verdict: Verdict): readonly ClaimTrial[] => trials.filter((trial) => trial.verdict === verdict)
  return (
    <Box as="section" aria-live="polite" mt="20px">
      <Band fontSize="large" fontWeight="700" data-testid="answer">
        {text.trial.sentence(water, (verdict) => of(verdict).length)}
        <Explained lines={text.explained.trial} />
      </Band>
      <Flex gap="6px" wrap="wrap" mt="14px" role="group" aria-label={text.trial.orders.label} className="no-print">
        {ORDERS.map((one) => (
          <Chip key={one} aria-pressed={one === order} onClick={() => setOrder(one)}>
            {text.trial.orders[one]}
          </Chip>
        ))}
        <LinkButton look="bare" to="/findings/trial/cards">
          {text.trial.cards.open}
        </LinkButton>
      </Flex>
      {order === 'verdict'
        ? ORDER.filter((verdict) => of(verdict).length > 0).map((verdict, i) => (
            <Verdicts
              key={verdict}
              verdict={verdict}
              trials={of(verdict)}
              scale={scale}
              water={water}
              withAxis={i === 0}
            />
          ))
        : matches(trials, order).map(({ title, rivals }, i) => (
            <Match key={title} title={title} rivals={rivals} scale={scale} water={water} withAxis={i === 0} />
          ))}
    </Box>
  )
}

interface MatchProps {
  readonly title: string
  readonly rivals: readonly ClaimTrial[]
  readonly scale: RateScale
  readonly water: string
  readonly withAxis: boolean
}

/** Rules that speak of one thing, on one axis: rivals side by side, each with its verdict. */
function Match({ title, rivals, scale, water, withAxis }: MatchProps) {
  return (
    <Box mt="20px">
      <Box display="grid" gridTemplateColumns={RATIO_COLUMNS} gap="24px" alignItems="end">
        <Heading>{title.charAt(0).toUpperCase() + title.slice(1)}</Heading>
        {withAxis && <RatioAxis scale={scale} name={text.trial.axis} />}
      </Box>
      <Box as="ul" p="0" m="0">
        {rivals.map((trial) => (
          <TrialRow key={trial.claim.id} trial={trial} scale={scale} water={water} withVerdict />
        ))}
      </Box>
    </Box>
  )
}

interface VerdictsProps {
  readonly verdict: Verdict
  readonly trials: readonly ClaimTrial[]
  readonly scale: RateScale
  readonly water: string
  readonly withAxis: boolean
}

function Verdicts({ verdict, trials, scale, water, withAxis }: VerdictsProps) {
  const title = `${text.trial.verdicts[verdict]} · ${whole(trials.length)}`
  const rows = (
    <Box as="ul" p="0" m="0">
      {trials.map((trial) => (
        <TrialRow key={trial.claim.id} trial={trial} scale={scale} water={water} />
      ))}
    </Box>
  )
  if (FOLDED.has(verdict))
    return (
      <Box as="details" mt="20px">
        <Box as="summary" textStyle="display" fontSize="large" fontWeight="700" cursor="pointer" minH="40px">
          {title}
        </Box>
        {rows}
      </Box>
    )
  return (
    <Box mt="20px">
      <Box display="grid" gridTemplateColumns={RATIO_COLUMNS} gap="24px" alignItems="end">
        <Heading>{title}</Heading>
        {withAxis && <RatioAxis scale={scale} name={text.trial.axis} />}
      </Box>
      {rows}
    </Box>
  )
}
