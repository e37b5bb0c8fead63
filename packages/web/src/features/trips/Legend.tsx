import { Flex } from '@chakra-ui/react'
import { OUTCOMES } from '@jotbook/core'
import { PersonLine } from '../../charts/dayStrip/PersonLine.tsx'
import { StrikeMark } from '../../charts/dayStrip/StrikeMark.tsx'
import { ink } from '../../ui/theme.ts'
import { text } from './text.ts'

/** As the strip's water: what can be told apart on it can be here, by day and by night. */
const WATER = '#7f9aa0'

/** Who and what the marks on the strip are. */
export function Legend({ anglers }: { anglers: readonly string[] }) {
  return (
    <Flex gap="6px 18px" wrap="wrap" fontSize="small" color="quiet" align="center">
      {anglers
        .filter((angler) => angler !== '')
        .map((angler, i) => (
          <Flex key={angler} gap="6px" align="center">
            <svg width="34" height="16" aria-hidden>
              <rect width="34" height="16" fill={WATER} />
              <PersonLine person={i} d="M3 8H31" />
            </svg>
            {angler}
          </Flex>
        ))}
      {[...OUTCOMES].reverse().map((outcome) => (
        <Flex key={outcome} gap="2px" align="center">
          <svg width="30" height="26" aria-hidden>
            <StrikeMark
              strike={{ id: outcome, ms: 0, depthM: 0, outcome, label: outcome }}
              x={10}
              footY={26}
              headY={11}
              colour={ink.ink}
              lit={false}
            />
          </svg>
          {text.legend[outcome]}
        </Flex>
      ))}
    </Flex>
  )
}
