import { Box } from '@chakra-ui/react'
import { useState } from 'react'
import { columnInfo } from '@jotbook/core'
import type { ClaimTrial, LongQuestion, Verdict } from '@jotbook/core'
import { FindingsNav } from '../../ui/ofBook/FindingsNav.tsx'
import { Spindle } from '../../charts/Spindle.tsx'
import type { RateScale } from '../../charts/Spindle.tsx'
import { Band, Heading, Page, Quiet, Title } from '../../ui/controls.tsx'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { whole } from '../../ui/locale.ts'
import { CONFIDENCE, columnWord } from '../board/index.ts'
import { Asking } from './Asking.tsx'
import { RatioAxis } from './RatioAxis.tsx'
import { RATIO_COLUMNS, ratioScale } from './ratioScale.ts'
import { Explained } from '../../ui/Explained.tsx'
import { text } from './text.ts'
import { useLongAnswer } from './useLongAnswer.ts'

const ORDER: readonly Verdict[] = ['holds', 'fails', 'no difference', 'too early', 'cannot be learnt']
/** What tells nothing yet stays folded. */
const FOLDED: ReadonlySet<Verdict> = new Set(['too early', 'cannot be learnt'])

/** Every rule of the trade against the book's own hours. */
export function TrialPage() {
  const words = text.trial
  const [chosen, setWater] = useState<string>()
  const { ask, stop, progress, answer, asked, isOld, problem } =
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
      {answer && asked && <Tried trials={answer} water={asked.water ?? ''} />}
    </Page>
  )
}

function Tried({ trials, water }: { trials: readonly ClaimTrial[]; water: string }) {
  const scale = ratioScale()
  const of = (verdict: Verdict): readonly ClaimTrial[] => trials.filter((trial) => trial.verdict === verdict)
  return (
    <Box as="section" aria-live="polite" mt="20px">
      <Band fontSize="large" fontWeight="700" data-testid="answer">
        {text.trial.sentence(water, (verdict) => of(verdict).length)}
        <Explained lines={text.explained.trial} />
      </Band>
      {ORDER.filter((verdict) => of(verdict).length > 0).map((verdict, i) => (
        <Verdicts key={verdict} verdict={verdict} trials={of(verdict)} scale={scale} withAxis={i === 0} />
      ))}
    </Box>
  )
}

interface VerdictsProps {
  readonly verdict: Verdict
  readonly trials: readonly ClaimTrial[]
  readonly scale: RateScale
  readonly withAxis: boolean
}

function Verdicts({ verdict, trials, scale, withAxis }: VerdictsProps) {
  const title = `${text.trial.verdicts[verdict]} · ${whole(trials.length)}`
  const rows = (
    <Box as="ul" p="0" m="0">
      {trials.map((trial) => (
        <TrialRow key={trial.claim.id} trial={trial} scale={scale} />
      ))}
    </Box>
  )
  if (FOLDED.has(verdict))
    return (
      <Box as="details" mt="20px">
        <Box as="summary" fontFamily="heading" fontSize="large" fontWeight="700" cursor="pointer" minH="40px">
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

/** A number goes by the word of its bands: nobody says `wind mps`. */
const fieldWord = (column: string): string => text.trial.fields[column] ?? columnWord(columnInfo(column).band ?? column)

function TrialRow({ trial, scale }: { trial: ClaimTrial; scale: RateScale }) {
  const { claim, verdict, ratio, lower, upper, hoursIn, hoursOut, hoursNeeded, confirmed, why, toLog = [] } = trial
  const words = text.trial
  const notes = [
    `${claim.id}`,
    words.hours(hoursIn, hoursOut),
    verdict === 'holds' && confirmed ? words.confirmed : '',
    verdict === 'too early' && hoursNeeded !== null ? words.needed(hoursNeeded) : '',
    claim.dispute === undefined ? '' : words.dispute(claim.dispute),
    claim.outcome === 'travels' && ratio !== null ? words.travels : '',
    why ?? '',
    toLog.length === 0 ? '' : words.needs([...new Set(toLog.map(fieldWord))]),
  ].filter(Boolean)
  return (
    <Box
      as="li"
      display="grid"
      gridTemplateColumns={RATIO_COLUMNS}
      gap="2px 24px"
      alignItems="center"
      py="8px"
      borderBottom="1px solid"
      borderColor="rule"
      listStyleType="none"
    >
      <Box>
        <Box>{claim.says}</Box>
        <Box fontSize="small" color="quiet">
          {notes.join(' · ')}
        </Box>
      </Box>
      {ratio === null ? (
        <span />
      ) : (
        <Spindle
          rate={ratio}
          lower={lower}
          upper={upper}
          scale={scale}
          usualRate={1}
          label={words.label(ratio, lower, upper)}
          height={32}
        />
      )}
      <Box fontWeight="600">{ratio === null ? '' : words.numbers(lower, ratio, upper)}</Box>
    </Box>
  )
}
