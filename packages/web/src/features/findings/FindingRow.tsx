import { Box } from '@chakra-ui/react'
import type { Finding } from '@jotbook/core'
import { patternWhere } from '@jotbook/core'
import { Link } from 'react-router'
import { Spindle } from '../../charts/Spindle.tsx'
import type { RateScale } from '../../charts/Spindle.tsx'
import type { Naming } from '../board/index.ts'
import { RATIO_COLUMNS } from './ratioScale.ts'
import { text } from './text.ts'

interface FindingRowProps {
  readonly finding: Finding
  readonly water: string
  readonly scale: RateScale
  readonly naming: Naming
}

/** One pattern: what it is, how much it brings, and whether chance would. */
export function FindingRow({ finding, water, scale, naming }: FindingRowProps) {
  const words = text.search
  const strong = finding.strength === 'strong'
  const conditions = finding.conditions.map(({ column, levels }) => naming.levels(column, levels))
  const notes = [words.kind[finding.kind], words.heldOut(finding.heldOut), words.merged(finding.merged)].filter(Boolean)
  return (
    <Box
      as="li"
      display="grid"
      gridTemplateColumns={RATIO_COLUMNS}
      gap="2px 24px"
      alignItems="center"
      py="12px"
      borderBottom="1px solid"
      borderColor="rule"
      listStyleType="none"
    >
      <Box>
        <Box fontSize="large" fontWeight={strong ? '700' : '400'}>
          {conditions.join(' · ')}
        </Box>
        <Box fontSize="small">{words.counts(finding)}</Box>
        <Box fontSize="small" color="quiet">
          {notes.join(' · ')} ·{' '}
          <Link to={`/findings?by=lure&where=${encodeURIComponent(patternWhere(finding.conditions, water))}`}>
            {words.board}
          </Link>
        </Box>
      </Box>
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
  )
}
