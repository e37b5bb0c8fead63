import { Box } from '@chakra-ui/react'
import type { Finding } from '@jotbook/core'
import { Spindle } from '../../charts/Spindle.tsx'
import type { RateScale } from '../../charts/Spindle.tsx'
import type { Naming } from '../board/index.ts'
import type { PatternRecord } from '../../state/usePatternRecords.ts'
import { FindingDeeds } from './FindingDeeds.tsx'
import { text } from './text.ts'

interface FindingCardProps {
  /** As on the map of conditions. */
  readonly number: number
  /** Not among what the search before found. */
  readonly isNew: boolean
  readonly finding: Finding
  readonly water: string
  readonly scale: RateScale
  readonly naming: Naming
  /** What the pattern book of the water holds. */
  readonly known: readonly PatternRecord[]
}

/** One pattern: what it is, how much it brings, and whether chance would. */
export function FindingCard({ number, isNew, finding, water, scale, naming, known }: FindingCardProps) {
  const words = text.search
  const strong = finding.strength === 'strong'
  const conditions = finding.conditions.map(({ column, levels }) => naming.levels(column, levels))
  const notes = [words.kind[finding.kind], words.heldOut(finding.heldOut), words.merged(finding.merged)].filter(Boolean)
  return (
    <Box as="li" listStyleType="none" borderTop="1.5px solid" borderColor="ink" pt="8px">
      <Box display="flex" gap="10px" alignItems="baseline">
        <Box color="quiet" textStyle="display">
          {number}
        </Box>
        <Box fontSize="large" fontWeight={strong ? '700' : '400'} lineHeight="1.3">
          {conditions.join(' · ')}
          {isNew && (
            <Box as="span" ml="10px" fontSize="small" fontWeight="700" color="float">
              {words.isNew}
            </Box>
          )}
        </Box>
      </Box>
      <Box display="grid" gridTemplateColumns={{ base: '1fr', sm: `${scale.width + 12}px 1fr` }} gap="0 16px" mt="4px">
        <Spindle
          rate={finding.ratio}
          {...(finding.heldOut ? { raw: finding.heldOut.ratio } : {})}
          lower={finding.lower}
          upper={finding.upper}
          scale={scale}
          usualRate={1}
          label={words.label(finding)}
        />
        <Box>
          <Box fontSize="large" fontWeight="700">
            {words.ratio(finding)}
          </Box>
          <Box fontSize="small" color={strong ? 'ink' : 'quiet'} fontWeight={strong ? '700' : '400'}>
            {words.chance(finding.pFamily)}
          </Box>
        </Box>
      </Box>
      <Box fontSize="small">{words.counts(finding)}</Box>
      <Box fontSize="small" color="quiet">
        {notes.join(' · ')}
      </Box>
      <FindingDeeds finding={finding} water={water} known={known} naming={naming} />
    </Box>
  )
}
