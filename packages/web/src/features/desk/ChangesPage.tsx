import { Box, Flex } from '@chakra-ui/react'
import { useMemo } from 'react'
import type { Clause } from '@jotbook/core'
import { useAnalysis } from '../../state/useAnalysis.ts'
import { useOnceAnswered } from '../../state/workerAnswers.ts'
import { Spindle, rateScale } from '../../charts/Spindle.tsx'
import { ratioScale } from '../../charts/ratioScale.ts'
import { Chip, Heading, Quiet } from '../../ui/controls.tsx'
import { rate } from '../../ui/locale.ts'
import { CONFIDENCE, useNaming, useQuestion } from '../board/index.ts'
import { ComparePair } from './ComparePair.tsx'
import { ChangesPicture } from './ChangesPicture.tsx'
import type { Change } from './ChangesPicture.tsx'
import { DeskView } from './DeskView.tsx'
import { Measured } from './Measured.tsx'
import { LeaveOrStay } from './LeaveOrStay.tsx'
import { RatioRows } from './RatioRows.tsx'
import type { NamedRatio } from './RatioRows.tsx'
import { Shown } from './Shown.tsx'
import { judged } from './evidence.ts'
import { text } from './text.ts'
import { useLinkPart } from './useLinkPart.ts'

/** What changes the bite? The hour around each change with the same rods, what follows a first strike, which pitch paid, and leaving. */
export function ChangesPage() {
  const question = useQuestion()
  const naming = useNaming()
  const { value, problem, isOfLast } = useAnalysis('changes', [question.where, CONFIDENCE])
  const below = useOnceAnswered(question.where, isOfLast)
  const changes = useMemo(() => {
    const around = value?.around ?? []
    const judgements = judged(around.map((one) => one.around.after))
    return around.map((one, i): Change => ({ ...one, judgement: judgements[i] ?? 'too early' }))
  }, [value])
  const unused = value ? naming.filters({ where: value.unused }) : ''
  return (
    <DeskView question={question} start={text.changes.start} problem={problem} isPending={!value}>
      {unused !== '' && (
        <Box role="note" mt="8px">
          {text.changes.unused(unused)}
        </Box>
      )}
      {value && (
        <>
          <Around changes={changes} asked={text.changes.asked(naming.filters(question))} where={question.where} />
          {changes.length > 0 && <ByClass changes={changes} where={below} />}
          <LeaveOrStay rows={value.leaving} />
          <AfterFirst rows={value.afterFirst} />
          <Pitches rows={value.pitches} />
        </>
      )}
    </DeskView>
  )
}

interface AroundProps {
  readonly changes: readonly Change[]
  readonly asked: string
  readonly where: readonly Clause[]
}

function Around({ changes, asked, where }: AroundProps) {
  const words = text.changes
  const surest = changes
    .filter(({ judgement }) => judgement === 'strong' || judgement === 'leaning')
    .sort((a, b) => a.around.after.ratio.pValue - b.around.after.ratio.pValue)[0]
  if (changes.length === 0) return <Box mt="24px">{words.noReadings}</Box>
  return (
    <Shown
      says={surest ? words.more(words.edges[surest.edge], surest.around.after.ratio.ratio ?? 0) : words.none}
      judgement={surest?.judgement ?? 'no difference shown'}
      notes={[words.note]}
      asked={asked}
      file="what-changes-it"
      behind={where}
      table={{
        head: ['', words.count, words.before, words.after, words.rest, words.ratio, text.lower, text.upper],
        rows: changes.map(({ edge, around: { crossings, before, after } }) => [
          words.edges[edge],
          crossings,
          perHour(before.inside),
          perHour(after.inside),
          perHour(after.outside),
          after.ratio.ratio ?? '–',
          after.ratio.lower,
          after.ratio.upper,
        ]),
      }}
    >
      {(width) => <ChangesPicture changes={changes} width={width} />}
    </Shown>
  )
}

/** One change apart by lure class: the same wind that kills one makes another. */
function ByClass({ changes, where }: { changes: readonly Change[]; where: readonly Clause[] }) {
  const [asked, setAsked] = useLinkPart('edge')
  const edge = changes.find((one) => one.edge === asked)?.edge ?? changes[0]?.edge ?? 'wind fell'
  const { value } = useAnalysis('changeByClass', [where, edge, CONFIDENCE])
  const words = text.changes.byClass
  const judgements = judged((value ?? []).map(({ around }) => around.after))
  const rows = (value ?? []).slice(0, MOST_CLASSES).map(({ group, around: { after } }, i): NamedRatio => {
    const judgement = judgements[i] ?? 'too early'
    return {
      name: group,
      rests: words.rests(perHour(after.inside), perHour(after.outside), after.inside.exposureHours),
      ratio: after.ratio,
      says: text.judgements[judgement],
      isClear: judgement === 'strong' || judgement === 'leaning',
    }
  })
  return (
    <Box as="section" aria-label={words.title} mt="28px">
      <Heading>{words.title}</Heading>
      <Quiet>{words.note}</Quiet>
      <Flex gap="6px" wrap="wrap" my="8px" role="group" aria-label={words.choose} className="no-print">
        {changes.map((one) => (
          <Chip key={one.edge} aria-pressed={one.edge === edge} onClick={() => setAsked(one.edge)}>
            {text.changes.edges[one.edge]}
          </Chip>
        ))}
      </Flex>
      <Measured most={1216}>
        {(width) =>
          rows.length > 0 && (
            <RatioRows rows={rows} width={width} label={`${words.title}: ${text.changes.edges[edge]}`} />
          )
        }
      </Measured>
      {value?.length === 0 && <p>{words.none}</p>}
      <ComparePair column="class" levels={rows.map(({ name }) => name)} where={where} />
    </Box>
  )
}

const MOST_CLASSES = 10

const perHour = ({ events, exposureHours }: { events: number; exposureHours: number }): number | string =>
  exposureHours > 0 ? events / exposureHours : '–'

const WIDE = 240
const SHARES = rateScale(1, WIDE)
const COLUMNS = { base: '1fr', md: `minmax(180px, 1fr) ${WIDE + 16}px minmax(200px, 2fr)` }

type WhatChanges = NonNullable<ReturnType<typeof useAnalysis<'changes'>>['value']>

function AfterFirst({ rows }: { rows: WhatChanges['afterFirst'] }) {
  const words = text.changes.first
  const shown = rows.filter(({ firsts }) => firsts > 0)
  if (shown.length === 0) return null
  const scale = ratioScale(WIDE)
  return (
    <Box as="section" aria-label={words.title} mt="28px">
      <Heading>{words.title}</Heading>
      <Quiet>{words.note}</Quiet>
      {shown.map(({ place, firsts, furtherEach, ratio }) => (
        <Box
          key={place}
          display="grid"
          gridTemplateColumns={COLUMNS}
          alignItems="center"
          borderBottom="1px solid"
          borderColor="rule"
        >
          <Box>{place === 'all' ? words.all : place}</Box>
          {ratio.ratio === null ? (
            <span />
          ) : (
            <Spindle
              rate={ratio.ratio}
              lower={ratio.lower}
              upper={ratio.upper}
              usualRate={1}
              scale={scale}
              height={30}
              label={words.ratio(ratio.ratio, ratio.lower, ratio.upper)}
            />
          )}
          <Box color="quiet">
            {words.more(furtherEach, firsts)}
            {ratio.ratio !== null && ` · ${words.ratio(ratio.ratio, ratio.lower, ratio.upper)}`}
          </Box>
        </Box>
      ))}
    </Box>
  )
}

function Pitches({ rows }: { rows: WhatChanges['pitches'] }) {
  const words = text.changes.pitch
  const bites = rows.reduce((sum, one) => sum + one.bites, 0)
  return (
    <Box as="section" aria-label={words.title} mt="28px">
      <Heading>{words.title}</Heading>
      <Quiet>{bites === 0 ? words.none : words.note(bites)}</Quiet>
      {rows.map(({ pitch, share, lower, upper, orLater }) => (
        <Box
          key={pitch}
          display="grid"
          gridTemplateColumns={COLUMNS}
          alignItems="center"
          borderBottom="1px solid"
          borderColor="rule"
        >
          <Box>{words.which(pitch)}</Box>
          <Spindle
            rate={share}
            lower={lower}
            upper={upper}
            usualRate={0}
            scale={SHARES}
            height={30}
            label={rate(share)}
          />
          <Box color="quiet">{words.line(share, orLater)}</Box>
        </Box>
      ))}
    </Box>
  )
}
