import { Box } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { patternWhere } from '@jotbook/core'
import type { Finding, LongQuestion, PatternSearch } from '@jotbook/core'
import { FindingsNav } from '../../ui/ofBook/FindingsNav.tsx'
import { allWaters } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { usePatternRecords } from '../../state/usePatternRecords.ts'
import type { PatternRecord } from '../../state/usePatternRecords.ts'
import { Band, Button, Heading, Page, Quiet, Title } from '../../ui/controls.tsx'
import { calendarDay } from '../../ui/locale.ts'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { CONFIDENCE, useNaming } from '../board/index.ts'
import { Asking } from './Asking.tsx'
import { FindingCard } from './FindingCard.tsx'
import { FindingsMap } from './FindingsMap.tsx'
import type { Numbered } from './FindingsMap.tsx'
import { RatioAxis } from './RatioAxis.tsx'
import { ratioScale } from '../../charts/ratioScale.ts'
import { Explained } from '../../ui/Explained.tsx'
import { FindingsSoFar } from './SoFar.tsx'
import { text } from './text.ts'
import { useFoundBefore } from './useFoundBefore.ts'
import { useLongAnswer } from './useLongAnswer.ts'

const SEED = 1
const CARD_SPINDLE = 220

/** Which conditions, joined, bring more than their hours would: asked of one water. */
export function SearchPage() {
  const words = text.search
  const { book } = useAppSelector(({ records }) => records)
  const waters = useAppSelector(allWaters)
  const [chosen, setChosen] = useState<string>()
  const { ask, stop, progress, early, answer, asked, isOld, revision, problem } =
    useLongAnswer<Extract<LongQuestion, { kind: 'search' }>>('search')
  const water = chosen ?? (asked ? (asked.water ?? '') : (waters[0]?.name ?? ''))
  const onAsk = (): void => {
    ask({ kind: 'search', water: water === '' ? null : water, where: '', seed: SEED, confidence: CONFIDENCE })
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
          everyWater
          onWater={setChosen}
          ask={water === '' ? words.askAll : words.ask}
          onAsk={onAsk}
          progress={progress}
          onStop={stop}
        />
      )}
      <ProblemNote problem={problem} />
      {early && <FindingsSoFar waters={early} />}
      {answer && isOld && <Quiet>{text.isOld}</Quiet>}
      {answer?.map(({ water: of, search }) => (
        <Found key={of} search={search} water={of} revision={revision ?? 0} />
      ))}
    </Page>
  )
}

interface FoundProps {
  readonly search: PatternSearch
  readonly water: string
  readonly revision: number
}

/** Those that chance makes as often as not are kept back, beyond the first few. */
const FEW = 3
const LIKELY_CHANCE = 0.5

const surest = (findings: readonly Finding[]): number => Math.min(1, ...findings.map(({ pFamily }) => pFamily))

function Found({ search, water, revision }: FoundProps) {
  const words = text.search
  const naming = useNaming()
  const id = useAppSelector((state) => allWaters(state).find(({ name }) => name === water)?.id ?? '')
  const [whole, setWhole] = useState(false)
  // What is surest comes first, whatever kind it is.
  const sections = [
    { title: words.found, findings: search.findings },
    { title: words.subjects, findings: search.subjects },
    { title: words.alone, findings: search.alone },
  ]
    .filter(({ title, findings }) => title === words.found || findings.length > 0)
    .sort((a, b) => surest(a.findings) - surest(b.findings))
  const shown = numbered(sections, whole)
  const all = sections.flatMap(({ findings }) => findings)
  const strong = all.filter(({ strength }) => strength === 'strong')
  const before = useFoundBefore(
    { water: id, revision },
    useMemo(() => allOf(search).map(({ conditions }) => patternWhere(conditions, id)), [search, id]),
  )
  const isNew = ({ conditions, strength }: Finding): boolean =>
    before !== undefined && strength === 'strong' && !before.wheres.includes(patternWhere(conditions, id))
  const held = all.length - shown.reduce((sum, { cards }) => sum + cards.length, 0)
  return (
    <Box as="section" aria-live="polite" mt="20px">
      <Band data-testid="answer">
        <Box fontSize="large" fontWeight="700">
          {words.sentence(water, strong.length)}
        </Box>
        <Box color="onBandQuiet">{words.rests(search)}</Box>
        {before && <Box>{words.since(calendarDay(before.day), all.filter(isNew).length)}</Box>}
        <Explained lines={text.explained.search} />
      </Band>
      {shown.some(({ cards }) => cards.length > 0) && (
        <FindingsMap findings={shown.flatMap(({ cards }) => cards)} naming={naming} />
      )}
      {shown.map(({ title, cards }) => (
        <Cards key={title} title={title} cards={cards} water={water} waterId={id} isNew={isNew} />
      ))}
      {held > 0 && (
        <Button look="bare" mt="8px" onClick={() => setWhole(true)}>
          {text.search.likelyChance(held)}
        </Button>
      )}
    </Box>
  )
}

const allOf = ({ findings, subjects, alone }: PatternSearch): Finding[] => [...findings, ...subjects, ...alone]

/** The cards of each section, numbered through all. */
function numbered(
  sections: readonly { readonly title: string; readonly findings: readonly Finding[] }[],
  whole: boolean,
): { title: string; cards: Numbered[] }[] {
  let number = 0
  return sections.map(({ title, findings }) => {
    const strongFirst = [...findings].sort((a, b) => Number(b.strength === 'strong') - Number(a.strength === 'strong'))
    const shown = whole
      ? strongFirst
      : strongFirst.filter(({ pFamily }, place) => place < FEW || pFamily < LIKELY_CHANCE)
    return { title, cards: shown.map((finding) => ({ finding, number: ++number })) }
  })
}

const NONE: readonly PatternRecord[] = []

interface CardsProps {
  readonly title: string
  readonly cards: readonly Numbered[]
  readonly water: string
  readonly waterId: string
  readonly isNew: (finding: Finding) => boolean
}

function Cards({ title, cards, water, waterId, isNew }: CardsProps) {
  const naming = useNaming()
  const scale = ratioScale(CARD_SPINDLE)
  const records = usePatternRecords(waterId) ?? NONE
  return (
    <Box mt="20px">
      <Heading>{title}</Heading>
      <RatioAxis scale={scale} name={text.search.axis} />
      {cards.length === 0 ? (
        <p>{text.search.nothing}</p>
      ) : (
        <Box
          as="ul"
          p="0"
          m="8px 0 0"
          display="grid"
          gridTemplateColumns="repeat(auto-fill, minmax(min(480px, 100%), 1fr))"
          gap="18px 40px"
        >
          {cards.map(({ number, finding }) => (
            <FindingCard
              key={JSON.stringify(finding.conditions)}
              number={number}
              isNew={isNew(finding)}
              finding={finding}
              water={water}
              scale={scale}
              naming={naming}
              known={records}
            />
          ))}
        </Box>
      )}
    </Box>
  )
}
