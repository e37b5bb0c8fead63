import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { Link } from 'react-router'
import { parseWhere, patternWhere } from '@jotbook/core'
import type { Finding, Id } from '@jotbook/core'
import { patternId } from '../../offline/index.ts'
import { dateOf } from '../../state/dateOf.ts'
import { allTrips, allWaters } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { useAnalysis } from '../../state/useAnalysis.ts'
import { useMay } from '../../state/useBook.ts'
import type { PatternRecord } from '../../state/usePatternRecords.ts'
import { useSave } from '../../state/useSave.ts'
import { Button } from '../../ui/controls.tsx'
import type { Naming } from '../board/index.ts'
import { text } from './text.ts'

interface FindingDeedsProps {
  readonly finding: Finding
  readonly water: string
  readonly known: readonly PatternRecord[]
  readonly naming: Naming
}

/** What one makes of a finding: kept in the pattern book, dismissed, asked why it may be something else, planned for. */
export function FindingDeeds({ finding, water, known, naming }: FindingDeedsProps) {
  const [isAsked, setAsked] = useState(false)
  const id = useAppSelector((state) => allWaters(state).find(({ name }) => name === water)?.id ?? '')
  const words = text.deeds
  const where = patternWhere(finding.conditions, id)
  return (
    <>
      <Flex gap="0 4px" wrap="wrap" align="center" ml="-6px" className="no-print">
        <Keeping where={where} water={id} known={known} />
        <Button look="bare" fontSize="small" minH="32px" aria-expanded={isAsked} onClick={() => setAsked(!isAsked)}>
          {words.why}
        </Button>
        <Box px="6px" fontSize="small">
          <Link to={`/findings?by=lure&where=${encodeURIComponent(where)}`}>{text.search.board}</Link>
        </Box>
        <Box px="6px" fontSize="small">
          <Link to={`/plan?water=${encodeURIComponent(id)}`}>{words.plan}</Link>
        </Box>
      </Flex>
      {isAsked && <Instead where={where} naming={naming} />}
    </>
  )
}

/** Kept or dismissed as a record of the pattern book; said, where it is. */
function Keeping({ where, water, known }: { where: string; water: Id<'water'>; known: readonly PatternRecord[] }) {
  const record = known.find((one) => one.where === where)
  const save = useSave()
  const { may } = useMay()
  const last = useAppSelector((state) => allTrips(state).find((trip) => trip.water === water))
  const words = text.deeds
  // What was found was found on some trip.
  if (!may('pattern', 'create') || !last) return null
  const foundOn = dateOf(last)
  const write = (done: string, mark: 'struck out' | null) => () =>
    void save(done, [
      record
        ? { kind: 'pattern', id: record.id, fields: { mark } }
        : {
            kind: 'pattern',
            id: patternId(water, where, known),
            // It may have been in the book before, and taken out.
            fields: { water, where, foundOn, deletedAt: null, ...(mark ? { mark } : {}) },
          },
    ])
  const isOut = record?.mark === 'struck out'
  return (
    <>
      {record && (
        <Box px="6px" fontSize="small" fontWeight="600">
          {isOut ? words.isDismissed : words.isKept}
        </Box>
      )}
      {(!record || isOut) && (
        <Button look="bare" fontSize="small" minH="32px" onClick={write(words.kept, null)}>
          {words.keep}
        </Button>
      )}
      {!isOut && (
        <Button look="bare" fontSize="small" minH="32px" onClick={write(words.dismissed, 'struck out')}>
          {words.dismiss}
        </Button>
      )}
    </>
  )
}

/** What else was so in these hours: any of it may be the reason instead. */
function Instead({ where, naming }: { where: string; naming: Naming }) {
  const { value } = useAnalysis('cameWith', [parseWhere(where)])
  const words = text.deeds
  if (!value) return null
  return (
    <Box fontSize="small" mt="2px">
      {value.length === 0
        ? words.nothingElse
        : words.instead(
            value.map(({ column, level, inside, outside }) =>
              words.share(naming.level(column, level), inside, outside),
            ),
          )}
    </Box>
  )
}
