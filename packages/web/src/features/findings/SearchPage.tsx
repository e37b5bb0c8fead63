import { Box } from '@chakra-ui/react'
import { useState } from 'react'
import type { Finding, LongQuestion, PatternSearch } from '@jotbook/core'
import { FindingsNav } from '../../ui/ofBook/FindingsNav.tsx'
import { useAppSelector } from '../../state/store.ts'
import { Band, Button, Heading, Page, Quiet, Title } from '../../ui/controls.tsx'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { CONFIDENCE, useNaming } from '../board/index.ts'
import { Asking } from './Asking.tsx'
import { FindingRow } from './FindingRow.tsx'
import { RatioAxis } from './RatioAxis.tsx'
import { RATIO_COLUMNS, ratioScale } from './ratioScale.ts'
import { Explained } from '../../ui/Explained.tsx'
import { text } from './text.ts'
import { useLongAnswer } from './useLongAnswer.ts'

const SEED = 1

/** Which conditions, joined, bring more than their hours would: asked of one water. */
export function SearchPage() {
  const words = text.search
  const { book, waters } = useAppSelector(({ records }) => records)
  const [chosen, setChosen] = useState<string>()
  const { ask, stop, progress, answer, asked, isOld, problem } =
    useLongAnswer<Extract<LongQuestion, { kind: 'search' }>>('search')
  const water = chosen ?? asked?.water ?? waters[0]?.name ?? ''
  const onAsk = (): void => {
    ask({ kind: 'search', water, where: '', seed: SEED, confidence: CONFIDENCE })
  }
  return (
    <Page>
      <FindingsNav />
      <Title>{words.title}</Title>
      <Quiet>{words.note}</Quiet>
      {book !== null && waters.length === 0 ? (
        <Box mt="16px">{words.noWater}</Box>
      ) : (
        <Asking
          water={water}
          everyWater={false}
          onWater={setChosen}
          ask={words.ask}
          onAsk={onAsk}
          progress={progress}
          onStop={stop}
        />
      )}
      <ProblemNote problem={problem} />
      {answer && isOld && <Quiet>{text.isOld}</Quiet>}
      {answer && asked && <Found search={answer} water={asked.water} />}
    </Page>
  )
}

function Found({ search, water }: { search: PatternSearch; water: string }) {
  const words = text.search
  const strong = [...search.findings, ...search.alone, ...search.subjects].filter(
    ({ strength }) => strength === 'strong',
  )
  // What is surest comes first, whatever kind it is.
  const sections = [
    { title: words.found, findings: search.findings },
    { title: words.subjects, findings: search.subjects },
    { title: words.alone, findings: search.alone },
  ]
    .filter(({ title, findings }) => title === words.found || findings.length > 0)
    .sort((a, b) => surest(a.findings) - surest(b.findings))
  return (
    <Box as="section" aria-live="polite" mt="20px">
      <Band data-testid="answer">
        <Box fontSize="large" fontWeight="700">
          {words.sentence(water, strong.length)}
        </Box>
        <Box color="onBandQuiet">{words.rests(search)}</Box>
        <Explained lines={text.explained.search} />
      </Band>
      {sections.map(({ title, findings }) => (
        <Findings key={title} title={title} findings={findings} water={water} />
      ))}
    </Box>
  )
}

/** Those that chance makes as often as not are kept back, beyond the first few. */
const FEW = 3
const LIKELY_CHANCE = 0.5

const surest = (findings: readonly Finding[]): number => Math.min(1, ...findings.map(({ pFamily }) => pFamily))

function Findings({ title, findings, water }: { title: string; findings: readonly Finding[]; water: string }) {
  const naming = useNaming()
  const scale = ratioScale()
  const [whole, setWhole] = useState(false)
  const strongFirst = [...findings].sort((a, b) => Number(b.strength === 'strong') - Number(a.strength === 'strong'))
  const shown = whole ? strongFirst : strongFirst.filter(({ pFamily }, place) => place < FEW || pFamily < LIKELY_CHANCE)
  return (
    <Box mt="20px">
      <Box display="grid" gridTemplateColumns={RATIO_COLUMNS} gap="24px" alignItems="end">
        <Heading>{title}</Heading>
        <RatioAxis scale={scale} name={text.search.axis} />
      </Box>
      {findings.length === 0 ? (
        <p>{text.search.nothing}</p>
      ) : (
        <Box as="ul" p="0" m="0">
          {shown.map((finding) => (
            <FindingRow
              key={JSON.stringify(finding.conditions)}
              finding={finding}
              water={water}
              scale={scale}
              naming={naming}
            />
          ))}
        </Box>
      )}
      {shown.length < findings.length && (
        <Button look="bare" mt="8px" onClick={() => setWhole(true)}>
          {text.search.likelyChance(findings.length - shown.length)}
        </Button>
      )}
    </Box>
  )
}
