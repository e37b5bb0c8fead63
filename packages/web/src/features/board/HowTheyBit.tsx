import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import type { KindRow, Question, StrikeKind } from '@jotbook/core'
import { Spindle, rateScale } from '../../charts/Spindle.tsx'
import { useAnalysis } from '../../state/useAnalysis.ts'
import { Chip, Heading, Quiet } from '../../ui/controls.tsx'
import { percent, whole } from '../../ui/locale.ts'
import { text } from './text.ts'
import { CONFIDENCE } from './useBoard.ts'

const KINDS: readonly StrikeKind[] = [
  'phase',
  'felt_as',
  'set',
  'hook_position',
  'pitch',
  'struck_level',
  'struck_cover',
]
const WIDTH = 260
const SCALE = rateScale(1, WIDTH)
const COLUMNS = { base: '1fr 56px', md: `minmax(160px, 1fr) 56px ${WIDTH + 12}px minmax(150px, 1fr)` }

/** How the strikes of these hours came: shares of them with limits, and never a rate, because an hour without a strike has no bite to tell of. */
export function HowTheyBit({ by, where, subject }: Question & { readonly subject: string }) {
  const [of, setOf] = useState<StrikeKind>('phase')
  const { value: found } = useAnalysis('kinds', [{ of, by: [...by], where }, CONFIDENCE])
  const words = text.bit
  return (
    <Box as="section" aria-label={words.title} mt="26px" className="no-print">
      <Heading>{words.title}</Heading>
      <Quiet>{words.of(subject)}</Quiet>
      <Flex gap="6px" wrap="wrap" mt="8px" role="group" aria-label={words.choose}>
        {KINDS.map((kind) => (
          <Chip key={kind} aria-pressed={kind === of} onClick={() => setOf(kind)}>
            {words.kinds[kind]}
          </Chip>
        ))}
      </Flex>
      {found && (
        <>
          <Box role="list" mt="8px">
            {found.rows.map((row) => (
              <Row key={row.value} row={row} />
            ))}
          </Box>
          <Box mt="6px">
            {found.pause && (
              <p>{words.pause(found.pause.inPause, found.pause.strikes, found.pause.timeShare, found.pause.pValue)}</p>
            )}
            <Quiet>{words.told(found.told, found.strikes, words.kinds[of])}</Quiet>
          </Box>
        </>
      )}
    </Box>
  )
}

function Row({ row: { value, strikes, share, lower, upper, landed } }: { row: KindRow }) {
  const limits = text.bit.limits(share, lower, upper)
  return (
    <Box
      role="listitem"
      display="grid"
      gridTemplateColumns={COLUMNS}
      gap="0 14px"
      alignItems="center"
      borderBottom="1px solid"
      borderColor="rule"
      py="2px"
    >
      <Box>{value}</Box>
      <Box textAlign="right" fontVariantNumeric="tabular-nums">
        {whole(strikes)}
      </Box>
      <Box display={{ base: 'none', md: 'block' }}>
        <Spindle rate={share} lower={lower} upper={upper} usualRate={0} scale={SCALE} label={limits} height={30} />
      </Box>
      <Box gridColumn={{ base: '1 / -1', md: 'auto' }} fontSize="small" color="quiet">
        {limits}
        {landed && ` · ${text.bit.landed(percent(landed.share))}`}
      </Box>
    </Box>
  )
}
