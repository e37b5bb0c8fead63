import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { conditionWords, readWhere } from '@jotbook/core'
import type { Water } from '@jotbook/core'
import type { WaterPattern } from '@jotbook/core/patterns'
import { FindingsNav } from '../../ui/ofBook/FindingsNav.tsx'
import { allTrips, allWaters } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { useLink } from '../../state/useLink.ts'
import { usePatternRecords } from '../../state/usePatternRecords.ts'
import type { PatternRecord } from '../../state/usePatternRecords.ts'
import { Button, Chip, Page, Quiet, Title } from '../../ui/controls.tsx'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { Choice, Option } from '../board/index.ts'
import { PatternEntry } from './PatternEntry.tsx'
import { text } from './text.ts'
import { usePatterns } from './usePatterns.ts'

/** The pattern book of a water: what stands out, since when, and how to fish it. */
export function PatternsPage() {
  const { book } = useAppSelector(({ records }) => records)
  const waters = useAppSelector(allWaters)
  const trips = useAppSelector(allTrips)
  const [params, say] = useLink()
  const asked = readWhere(params.get('where') ?? '').clauses.find(({ column }) => column === 'water')
  const wanted = asked?.kind === 'oneOf' ? asked.values[0] : undefined
  const fished = waters.filter(({ id }) => trips.some((trip) => trip.water === id))
  const water = fished.find(({ id, name }) => id === wanted || name === wanted) ?? fished[0]
  const choose = (id: string): void =>
    say((next) => {
      next.set('where', `water=${id}`)
      return next
    }, false)
  return (
    <Page className="booklet">
      <FindingsNav />
      <Title>
        {water ? text.start : text.title}{' '}
        {water && (
          <Choice name={text.water} text={water.name}>
            {fished.map(({ id, name }) => (
              <Option key={id} type="button" aria-pressed={id === water.id} onClick={() => choose(id)}>
                {name}
              </Option>
            ))}
          </Choice>
        )}
      </Title>
      <Box maxW="820px" className="no-print">
        <Quiet>{text.note}</Quiet>
      </Box>
      {book !== null && !water && <Box mt="16px">{text.noTrips}</Box>}
      {water && <PatternsOf key={water.id} water={water} />}
    </Page>
  )
}

function PatternsOf({ water }: { water: Water }) {
  const { patterns, progress, problem, stopped, stop } = usePatterns(water.id)
  const records = usePatternRecords(water.id)
  return (
    <>
      <ProblemNote problem={problem} />
      {stopped && <Box mt="16px">{text.stopped}</Box>}
      {progress !== undefined && (
        <Flex gap="16px" align="center" mt="16px" wrap="wrap">
          <Button onClick={stop}>{text.stop}</Button>
          <Box flex="1" minW="220px" maxW="480px">
            <progress value={progress} max={1} aria-label={text.progress} />
            <Box fontSize="small">{text.looking(progress)}</Box>
          </Box>
        </Flex>
      )}
      {patterns && records && <Entries water={water} patterns={patterns} records={records} />}
    </>
  )
}

interface EntriesProps {
  readonly water: Water
  readonly patterns: readonly WaterPattern[]
  readonly records: readonly PatternRecord[]
}

/** Pinned ones first, then the surest; what was struck out lies folded below. The calendar's season chooses among them. */
function Entries({ water, patterns, records }: EntriesProps) {
  const [season, setSeason] = useState('')
  const seasons = conditionWords.CALENDAR_SEASONS.filter((one) =>
    patterns.some((pattern) => pattern.seasons.includes(one)),
  )
  const entries = patterns
    .filter((pattern) => season === '' || pattern.seasons.includes(season))
    .map((pattern) => ({ pattern, record: records.find(({ where }) => where === pattern.where) }))
  const shown = entries
    .filter(({ record }) => record?.mark !== 'struck out')
    .sort((a, b) => Number(b.record?.mark === 'pinned') - Number(a.record?.mark === 'pinned'))
  const struck = entries.filter(({ record }) => record?.mark === 'struck out')
  const standing = shown.filter(({ pattern }) => pattern.strength !== 'no difference shown').length
  const says =
    standing > 0
      ? text.answer(standing, water.name, season)
      : shown.length > 0
        ? text.only(water.name)
        : text.none(water.name)
  return (
    <Box as="section" mt="14px">
      <Flex justify="space-between" align="center" wrap="wrap" gap="8px">
        <Box textStyle="display" fontSize="title" fontWeight="700" data-testid="answer" maxW="900px">
          {says}
        </Box>
        {shown.length > 0 && (
          <Button look="bare" onClick={() => window.print()} className="no-print">
            {text.print}
          </Button>
        )}
      </Flex>
      <SeasonChips seasons={seasons} season={season} onSeason={setSeason} />
      <Box as="ol" p="0" m="0" className="booklet-pages">
        {shown.map((entry, i) => (
          <PatternEntry key={entry.pattern.where} number={i + 1} water={water} {...entry} />
        ))}
      </Box>
      {struck.length > 0 && (
        <Box as="details" mt="20px" className="no-print">
          <Box as="summary" cursor="pointer" minH="40px">
            {text.struck(struck.length)}
          </Box>
          <Box as="ol" p="0" m="0">
            {struck.map((entry, i) => (
              <PatternEntry key={entry.pattern.where} number={i + 1} water={water} {...entry} />
            ))}
          </Box>
        </Box>
      )}
    </Box>
  )
}

interface SeasonChipsProps {
  readonly seasons: readonly string[]
  /** Empty: the whole year. */
  readonly season: string
  readonly onSeason: (season: string) => void
}

function SeasonChips({ seasons, season, onSeason }: SeasonChipsProps) {
  if (seasons.length < 2) return null
  return (
    <Flex gap="6px" wrap="wrap" mt="10px" role="group" aria-label={text.season} className="no-print">
      {['', ...seasons].map((one) => (
        <Chip key={one} aria-pressed={one === season} onClick={() => onSeason(one)}>
          {one === '' ? text.allYear : one}
        </Chip>
      ))}
    </Flex>
  )
}
