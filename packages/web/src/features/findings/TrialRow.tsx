import { Box } from '@chakra-ui/react'
import { useState } from 'react'
import { Link } from 'react-router'
import { columnInfo } from '@jotbook/core'
import type { ClaimTrial } from '@jotbook/core'
import type { RateScale } from '../../charts/Spindle.tsx'
import { useMay } from '../../state/useBook.ts'
import { Button } from '../../ui/controls.tsx'
import { RuleForm, columnWord } from '../board/index.ts'
import type { RuleText } from '../board/index.ts'
import { hoursOfRule } from './matches.ts'
import { RuleRow } from './RuleRow.tsx'
import { text } from './text.ts'

/** A number goes by the word of its bands: nobody says `wind mps`. */
const fieldWord = (column: string): string => text.trial.fields[column] ?? columnWord(columnInfo(column).band ?? column)

/** What stands under a rule: its hours, whether it is sure, what it waits for. */
function notesOf(
  { claim, verdict, ratio, hoursIn, hoursOut, hoursNeeded, confirmed, why, toLog = [] }: ClaimTrial,
  withVerdict: boolean,
): string[] {
  const words = text.trial
  return [
    `${claim.id}`,
    withVerdict ? text.trial.verdicts[verdict].toLowerCase() : '',
    words.hours(hoursIn, hoursOut),
    verdict === 'holds' && confirmed ? words.confirmed : '',
    verdict === 'too early' && hoursNeeded !== null ? words.needed(hoursNeeded) : '',
    claim.dispute === undefined ? '' : words.dispute(claim.dispute),
    claim.outcome === 'travels' && ratio !== null ? words.travels : '',
    why ?? '',
    toLog.length === 0 ? '' : words.needs([...new Set(toLog.map(fieldWord))]),
  ].filter(Boolean)
}

interface TrialRowProps {
  readonly trial: ClaimTrial
  readonly scale: RateScale
  /** Empty: every one. */
  readonly water: string
  /** Said where the rules do not stand under their verdicts. */
  readonly withVerdict?: boolean
}

/** One rule: what it says, what it rests on, and what the hours say of it. */
export function TrialRow({ trial, scale, water, withVerdict = false }: TrialRowProps) {
  const { claim, hoursIn } = trial
  const words = text.trial
  const hours = hoursOfRule(claim, water)
  const [isCopied, setCopied] = useState(false)
  const { may } = useMay()
  return (
    <RuleRow
      found={trial}
      scale={scale}
      below={isCopied ? <RuleForm start={copyOf(claim)} onDone={() => setCopied(false)} /> : undefined}
    >
      <Box>{claim.says}</Box>
      <Box fontSize="small" color="quiet">
        {notesOf(trial, withVerdict).join(' · ')}
        {may('claim', 'create') && (
          <>
            {' · '}
            <Button look="bare" fontSize="small" minH="28px" px="0" onClick={() => setCopied(true)}>
              {words.own.copy}
            </Button>
          </>
        )}
        {hours !== null && hoursIn > 0 && (
          <>
            {' · '}
            <Link to={`/findings?by=lure&where=${encodeURIComponent(hours)}`}>{text.search.board}</Link>
          </>
        )}
      </Box>
    </RuleRow>
  )
}

/** A rule of the trade as one of the angler's own: it stands beside the built-in one and never for it. */
const copyOf = ({ says, when, lure, against, outcome, multiplier }: ClaimTrial['claim']): RuleText => ({
  name: says,
  condition: when,
  lure,
  against,
  outcome,
  ...(multiplier === undefined ? {} : { multiplier }),
})
