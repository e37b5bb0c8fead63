import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { Link } from 'react-router'
import { parseWhere } from '@jotbook/core'
import type { Water } from '@jotbook/core'
import type { WaterPattern } from '@jotbook/core/patterns'
import { EvidenceLine } from '../../charts/EvidenceLine.tsx'
import { LureDrawing } from '../../charts/lures/LureDrawing.tsx'
import { allLures } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { useMay, useUnits } from '../../state/useBook.ts'
import type { PatternRecord } from '../../state/usePatternRecords.ts'
import { useSave } from '../../state/useSave.ts'
import { Area, Button, Label } from '../../ui/controls.tsx'
import { calendarDay, quantity } from '../../ui/locale.ts'
import { howText } from '../../ui/ofBook/howText.ts'
import { useNaming } from '../board/index.ts'
import type { Naming } from '../board/index.ts'
import { text } from './text.ts'

interface PatternEntryProps {
  readonly number: number
  readonly water: Water
  readonly pattern: WaterPattern
  /** As it stands in the book; none where this member may not write it. */
  readonly record: PatternRecord | undefined
}

/** One pattern on its page: when, how much, how sure, since when, what to tie on and how to fish it. */
export function PatternEntry({ number, water, pattern, record }: PatternEntryProps) {
  const naming = useNaming()
  const strong = pattern.strength === 'strong' || pattern.strength === 'leaning' ? pattern.strength : 'none'
  const title = titleOf(pattern, naming)
  return (
    <Box
      as="li"
      className="booklet-page"
      listStyleType="none"
      display="grid"
      gridTemplateColumns={{ base: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) 380px' }}
      gap="6px 48px"
      borderTop="1.5px solid"
      borderColor="ink"
      mt="18px"
      pt="10px"
      aria-label={title}
    >
      <Box>
        <Flex gap="10px" align="baseline">
          <Box color="quiet" textStyle="display">
            {number}
          </Box>
          <Box as="h2" textStyle="display" fontSize="large" fontWeight="700">
            {title}
          </Box>
        </Flex>
        <Flex gap="8px" align="center" mt="2px" wrap="wrap">
          <EvidenceLine of={strong} />
          <strong>{text.strength[pattern.strength]}</strong>
          <Box fontSize="large" fontWeight="700">
            {text.rate(pattern.rate)}
          </Box>
          {pattern.ratio !== null && <Box>{text.times(pattern.ratio, pattern.lower, pattern.upper)}</Box>}
        </Flex>
        <Box color="quiet" mt="2px">
          {[
            text.rests(pattern.strikes, pattern.hours, pattern.trips),
            pattern.seasons.length > 0 ? text.seasons(pattern.seasons) : '',
            pattern.pFamily === null ? '' : text.chance(pattern.pFamily),
          ]
            .filter(Boolean)
            .join(' · ')}
        </Box>
        <Box mt="4px">{historyOf(pattern)}</Box>
        <Box mt="4px">{pattern.hoursToFirm !== null && text.firm(pattern.hoursToFirm)}</Box>
        <Deeds pattern={pattern} record={record} water={water} />
      </Box>
      <TieOn pattern={pattern} />
    </Box>
  )
}

/** The conditions, in words; the water stands over the page. */
function titleOf({ where }: WaterPattern, naming: Naming): string {
  const words = parseWhere(where)
    .filter(({ column }) => column !== 'water')
    .flatMap((clause) => (clause.kind === 'oneOf' ? [naming.levels(clause.column, clause.values)] : []))
  const title = words.join(' · ')
  return title.charAt(0).toUpperCase() + title.slice(1)
}

function historyOf({ foundOn, since }: WaterPattern): string {
  const first = text.first(calendarDay(foundOn))
  return since && since.trips > 0
    ? `${first} ${text.held(since.held, since.trips)}${text.since(since.ratio)}`
    : `${first} ${text.notSince}`
}

/** What to tie on, drawn, and how the first of it was fished. */
function TieOn({ pattern }: { pattern: WaterPattern }) {
  const units = useUnits()
  const lures = useAppSelector(allLures)
  const how = howText({ by: pattern.how })
  const median = pattern.size?.medianG
  return (
    <Box>
      <Box color="quiet" fontSize="small">
        {text.tie}
      </Box>
      {pattern.lures.map(({ lure: id, rate }) => {
        const lure = lures.find((one) => one.id === id)
        return lure ? (
          <Flex key={id} align="center" gap="12px" py="2px">
            <LureDrawing lure={lure} width={72} decorative />
            <Box>{text.lure(lure.name, rate)}</Box>
          </Flex>
        ) : null
      })}
      {how !== '' && (
        <Box mt="4px">
          <strong>{text.how}</strong> {how}.
        </Box>
      )}
      {median !== undefined && <Box>{text.size(quantity(median, null, 'g', units.weight))}</Box>}
    </Box>
  )
}

interface DeedsProps {
  readonly pattern: WaterPattern
  readonly record: PatternRecord | undefined
  readonly water: Water
}

/** What the angler makes of it, and the ways on. */
function Deeds({ pattern, record, water }: DeedsProps) {
  const { may } = useMay()
  const [isNoting, setNoting] = useState(false)
  const mayChange = record !== undefined && may('pattern', 'change')
  return (
    <>
      {record?.note && !isNoting && <Box mt="6px">{record.note}</Box>}
      <Flex gap="0 4px" wrap="wrap" ml="-6px" mt="2px" className="no-print" align="center">
        {mayChange && <Marks record={record} />}
        {mayChange && !isNoting && (
          <Button look="bare" onClick={() => setNoting(true)}>
            {text.note_}
          </Button>
        )}
        <Box px="6px">
          <Link to={`/findings?by=lure&where=${encodeURIComponent(pattern.where)}`}>{text.open}</Link>
        </Box>
        <Box px="6px">
          <Link to={`/plan?water=${encodeURIComponent(water.id)}`}>{text.plan}</Link>
        </Box>
      </Flex>
      {isNoting && record && <Note record={record} onDone={() => setNoting(false)} />}
    </>
  )
}

/** Pinned, struck out, or neither. */
function Marks({ record: { id, mark } }: { record: PatternRecord }) {
  const save = useSave()
  const write = (done: string, next: 'pinned' | 'struck out' | null) => () =>
    void save(done, [{ kind: 'pattern', id, fields: { mark: next } }])
  const { saved } = text
  if (mark === 'struck out')
    return (
      <Button look="bare" onClick={write(saved.back, null)}>
        {text.back}
      </Button>
    )
  const isPinned = mark === 'pinned'
  return (
    <>
      <Button look="bare" onClick={write(isPinned ? saved.unpin : saved.pin, isPinned ? null : 'pinned')}>
        {isPinned ? text.unpin : text.pin}
      </Button>
      <Button look="bare" onClick={write(saved.strike, 'struck out')}>
        {text.strike}
      </Button>
    </>
  )
}

function Note({ record, onDone }: { record: PatternRecord; onDone: () => void }) {
  const save = useSave()
  const [note, setNote] = useState(record.note ?? '')
  const id = `note-${record.id}`
  const keep = (): void => {
    const kept = note.trim()
    void save(text.saved.note, [{ kind: 'pattern', id: record.id, fields: { note: kept === '' ? null : kept } }])
    onDone()
  }
  return (
    <Box maxW="520px" className="no-print">
      <Label htmlFor={id}>{text.note_}</Label>
      <Area id={id} w="100%" value={note} maxLength={2000} onChange={({ target }) => setNote(target.value)} />
      <Button onClick={keep}>{text.saveNote}</Button>
    </Box>
  )
}
