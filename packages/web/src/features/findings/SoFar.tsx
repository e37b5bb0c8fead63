import { Box } from '@chakra-ui/react'
import { memo } from 'react'
import type { EarlyAnswers } from '@jotbook/core'
import { RATIO_COLUMNS, ratioScale } from '../../charts/ratioScale.ts'
import { Heading, Quiet } from '../../ui/controls.tsx'
import { useNaming } from '../board/index.ts'
import { RatioAxis } from './RatioAxis.tsx'
import { RuleRow } from './RuleRow.tsx'
import { text } from './text.ts'

/** Of each water the first few: most of what stands out at first is chance. */
const FEW = 6
const SCALE = ratioScale()

/** Rules whose figures are there while the others are still tried, each where it stays until all are judged. */
export function TrialsSoFar({ trials }: { trials: readonly EarlyAnswers['claims'][] }) {
  const known = trials.filter(({ ratio }) => ratio !== null)
  if (known.length === 0) return null
  const words = text.soFar
  return (
    <Box as="section" mt="20px" data-testid="so-far">
      <Box display="grid" gridTemplateColumns={RATIO_COLUMNS} gap="24px" alignItems="end">
        <Heading>{words.trials(known.length)}</Heading>
        <RatioAxis scale={SCALE} name={text.trial.axis} />
      </Box>
      <Quiet>{words.notJudged}</Quiet>
      <Box as="ul" p="0" m="0">
        {known.map((trial) => (
          <TrialSoFar key={trial.claim.id} trial={trial} />
        ))}
      </Box>
    </Box>
  )
}

/** Over a hundred come one after another: each is drawn once. */
const TrialSoFar = memo(function TrialSoFar({ trial }: { readonly trial: EarlyAnswers['claims'] }) {
  return (
    <RuleRow found={trial} scale={SCALE}>
      <Box>{trial.claim.says}</Box>
      <Box fontSize="small" color="quiet">
        {`${trial.claim.id} · ${text.trial.hours(trial.hoursIn, trial.hoursOut)}`}
      </Box>
    </RuleRow>
  )
})

/** What stands out on each water before it is known how often chance would do the same. */
export function FindingsSoFar({ waters }: { waters: readonly EarlyAnswers['search'][] }) {
  const naming = useNaming()
  const words = text.soFar
  return (
    <>
      {waters.map(({ water, findings }) => (
        <Box key={water} as="section" mt="20px" data-testid="so-far">
          <Box display="grid" gridTemplateColumns={RATIO_COLUMNS} gap="24px" alignItems="end">
            <Heading>{words.findings(water)}</Heading>
            <RatioAxis scale={SCALE} name={words.axis} />
          </Box>
          <Quiet>{findings.length === 0 ? words.nothing : words.notWeighed}</Quiet>
          <Box as="ul" p="0" m="0">
            {findings.slice(0, FEW).map((finding) => (
              <RuleRow key={JSON.stringify(finding.conditions)} found={finding} scale={SCALE}>
                <Box>{finding.conditions.map(({ column, levels }) => naming.levels(column, levels)).join(' · ')}</Box>
                <Box fontSize="small" color="quiet">
                  {text.search.counts(finding)}
                </Box>
              </RuleRow>
            ))}
          </Box>
        </Box>
      ))}
    </>
  )
}
