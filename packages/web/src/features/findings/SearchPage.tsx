import { Box } from '@chakra-ui/react'
import { useState } from 'react'
import type { Finding, LongQuestion, PatternSearch } from '@jotbook/core'
import { FindingsNav } from '../../app/FindingsNav.tsx'
import { useAppSelector } from '../../app/store.ts'
import { Band, Heading, Page, Quiet, Title } from '../../ui/controls.tsx'
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
  const { ask, stop, progress, answer, asked, isOld, problem } = useLongAnswer<Extract<LongQuestion, { kind: 'search' }>>('search')
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
        <Asking water={water} everyWater={false} onWater={setChosen} ask={words.ask} onAsk={onAsk} progress={progress} onStop={stop} />
      )}
      <ProblemNote problem={problem} />
      {answer && isOld && <Quiet>{text.isOld}</Quiet>}
      {answer && asked && <Found search={answer} water={asked.water} />}
    </Page>
  )
}

function Found({ search, water }: { search: PatternSearch; water: string }) {
  const words = text.search
  const strong = [...search.findings, ...search.alone, ...search.subjects].filter(({ strength }) => strength === 'strong')
  return (
    <Box as="section" aria-live="polite" mt="20px">
      <Band data-testid="answer">
        <Box fontSize="large" fontWeight="700">
          {words.sentence(water, strong.length)}
        </Box>
        <Box color="onBandQuiet">{words.rests(search)}</Box>
        <Explained lines={text.explained.search} />
      </Band>
      <Findings title={words.found} findings={search.findings} water={water} />
      {search.subjects.length > 0 && <Findings title={words.subjects} findings={search.subjects} water={water} />}
      {search.alone.length > 0 && <Findings title={words.alone} findings={search.alone} water={water} />}
    </Box>
  )
}

function Findings({ title, findings, water }: { title: string; findings: readonly Finding[]; water: string }) {
  const naming = useNaming()
  const scale = ratioScale()
  const strongFirst = [...findings].sort((a, b) => Number(b.strength === 'strong') - Number(a.strength === 'strong'))
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
          {strongFirst.map((finding) => (
            <FindingRow key={JSON.stringify(finding.conditions)} finding={finding} water={water} scale={scale} naming={naming} />
          ))}
        </Box>
      )}
    </Box>
  )
}
