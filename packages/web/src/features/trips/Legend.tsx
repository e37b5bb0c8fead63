import { Flex } from '@chakra-ui/react'
import { OUTCOMES } from '@jotbook/core'
import { StrikeMark } from '../../charts/dayStrip/StrikeMark.tsx'
import { ink } from '../../ui/theme.ts'
import { text } from './text.ts'

/** Who and what the marks on the strip are. */
export function Legend({ anglers }: { anglers: readonly string[] }) {
  return (
    <Flex gap="6px 18px" wrap="wrap" fontSize="small" color="quiet" align="center">
      {anglers
        .filter((angler) => angler !== '')
        .map((angler, i) => (
          <Flex key={angler} gap="6px" align="center">
            <svg width="28" height="10" aria-hidden>
              <path d="M1 5H27" stroke={ink.ink} strokeWidth={i === 0 ? 5 : 1.3} transform={i === 0 ? '' : 'translate(0 -2)'} />
              {i > 0 && <path d="M1 7H27" stroke={ink.ink} strokeWidth="1.3" />}
            </svg>
            {angler}
          </Flex>
        ))}
      {[...OUTCOMES].reverse().map((outcome) => (
        <Flex key={outcome} gap="2px" align="center">
          <svg width="30" height="26" aria-hidden>
            <StrikeMark strike={{ id: outcome, ms: 0, depthM: 0, outcome, label: outcome }} x={10} footY={26} headY={11} colour={ink.ink} lit={false} />
          </svg>
          {text.legend[outcome]}
        </Flex>
      ))}
    </Flex>
  )
}
