import { Box, Flex } from '@chakra-ui/react'
import { useLiveQuery } from 'dexie-react-hooks'
import { useState } from 'react'
import type { OwnTrial, RecordOf } from '@jotbook/core'
import { ratioScale } from '../../charts/ratioScale.ts'
import type { RateScale } from '../../charts/Spindle.tsx'
import { recordsOf } from '../../offline/index.ts'
import { useAppSelector } from '../../state/store.ts'
import { useAnalysis } from '../../state/useAnalysis.ts'
import { useMay } from '../../state/useBook.ts'
import { deletionOf, useSave } from '../../state/useSave.ts'
import { Button, Heading, Quiet } from '../../ui/controls.tsx'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { calendarDay } from '../../ui/locale.ts'
import { CONFIDENCE, RuleForm, againstWords, filterWords, useNaming } from '../board/index.ts'
import type { RuleText } from '../board/index.ts'
import { RuleRow } from './RuleRow.tsx'
import { text } from './text.ts'

/** The angler’s own rules, apart from those of the trade: each judged by the trips since it was written. */
export function OwnRules({ water }: { water: string }) {
  const book = useAppSelector(({ records }) => records.book)
  const rules = useLiveQuery(async () => (book === null ? [] : await recordsOf(book, 'claim')), [book])
  const words = text.trial.own
  if (!rules) return null
  return (
    <Box as="section" aria-label={words.title} mt="20px">
      <Heading>{words.title}</Heading>
      {rules.length === 0 ? <Quiet>{words.none}</Quiet> : <Tried water={water} rules={rules} />}
    </Box>
  )
}

function Tried({ water, rules }: { water: string; rules: readonly RecordOf<'claim'>[] }) {
  const { value, problem } = useAnalysis('ownRules', [water, rules, CONFIDENCE])
  const scale = ratioScale()
  return (
    <>
      <ProblemNote problem={problem} />
      <Box as="ul" p="0" m="0">
        {value?.map((one) => (
          <OwnRow key={one.rule.id} one={one} scale={scale} />
        ))}
      </Box>
    </>
  )
}

function OwnRow({ one, scale }: { one: OwnTrial; scale: RateScale }) {
  const naming = useNaming()
  const { rule } = one
  const [isCopied, setCopied] = useState(false)
  const words = text.trial.own
  const hours = [
    filterWords(rule.lure, naming),
    text.trial.own.against(againstWords(rule.against, naming)),
    filterWords(rule.condition, naming),
  ].filter(Boolean)
  const found = 'trial' in one ? one.trial : undefined
  return (
    <RuleRow
      found={found}
      scale={scale}
      verdict={found ? text.trial.verdicts[found.verdict] : words.unread('fault' in one ? one.fault : '')}
      below={isCopied ? <RuleForm start={textOf(rule)} onDone={() => setCopied(false)} /> : undefined}
    >
      <Box>{rule.name}</Box>
      <Box fontSize="small" color="quiet">
        {[
          rule.since ? words.written(calendarDay(rule.since)) : '',
          found ? text.trial.hours(found.hoursIn, found.hoursOut) : '',
          hours.join('; '),
        ]
          .filter(Boolean)
          .join(' · ')}
      </Box>
      <Deeds rule={rule} onCopy={() => setCopied(true)} />
    </RuleRow>
  )
}

/** What it says, for a copy with a day of its own: a rule that was changed is judged anew. */
const textOf = ({ id: _id, since: _since, ...says }: OwnTrial['rule']): RuleText => says

function Deeds({ rule, onCopy }: Pick<OwnTrial, 'rule'> & { onCopy: () => void }) {
  const save = useSave()
  const { may } = useMay()
  const words = text.trial.own
  const remove = (): void => void save(words.removed, [deletionOf('claim', rule.id)])
  return (
    <Flex ml="-6px" className="no-print">
      {may('claim', 'create') && (
        <Button look="bare" fontSize="small" minH="32px" onClick={onCopy}>
          {words.copyOwn}
        </Button>
      )}
      {may('claim', 'delete') && (
        <Button look="bare" fontSize="small" minH="32px" onClick={remove}>
          {words.remove}
        </Button>
      )}
    </Flex>
  )
}
