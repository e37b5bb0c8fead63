import { Box, Flex } from '@chakra-ui/react'
import { CLAIMS } from '@jotbook/core'
import type { Id } from '@jotbook/core'
import type { HowFished, PlannedRod } from '@jotbook/core/predict'
import { LureDrawing } from '../../charts/lures/LureDrawing.tsx'
import { useNames } from '../../state/useBook.ts'
import { lureOf } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { Button, Chip, Heading, Quiet } from '../../ui/controls.tsx'
import { rate } from '../../ui/locale.ts'
import type { DeckAnswer } from '../../workers/foresee.ts'
import { howText } from '../../ui/ofBook/howText.ts'
import { text } from './text.ts'

const LEVELS = ['top', 'middle', 'bottom'] as const

interface DeckOnWaterProps {
  readonly plan: DeckAnswer
  readonly locked: readonly string[]
  readonly onLock: (lure: Id<'lure'>) => void
  readonly onOut: (lure: Id<'lure'>) => void
}

/** The rods of the plan at their levels, from the surface down. */
export function DeckOnWater({ plan, locked, onLock, onOut }: DeckOnWaterProps) {
  const most = Math.max(...plan.rods.flatMap(({ when }) => when.map((hour) => hour.rate)), 0)
  return (
    <Box mt="14px">
      {LEVELS.map((level) => {
        const rods = plan.rods.filter((rod) => rod.level === level)
        if (rods.length === 0) return null
        return (
          <Flex
            as="section"
            key={level}
            aria-label={text.levels[level]}
            direction="column"
            borderTop={level === 'top' ? '3px solid' : '1px solid'}
            borderColor={level === 'top' ? 'waterline' : 'rule'}
            py="8px"
          >
            <Heading>{text.levels[level]}</Heading>
            <Box as="ul" flex="1 1 auto" p="0" m="0" listStyleType="none" minW="0">
              {rods.map((rod) => (
                <Rod
                  key={rod.lure}
                  rod={rod}
                  how={plan.how[rod.lure]}
                  most={most}
                  isLocked={locked.includes(rod.lure)}
                  onLock={() => onLock(rod.lure)}
                  onOut={() => onOut(rod.lure)}
                />
              ))}
            </Box>
          </Flex>
        )
      })}
    </Box>
  )
}

interface RodProps {
  readonly rod: PlannedRod
  readonly how: HowFished | undefined
  /** The highest rate of any rod in any hour. */
  readonly most: number
  readonly isLocked: boolean
  readonly onLock: () => void
  readonly onOut: () => void
}

function Rod({ rod, how, most, isLocked, onLock, onOut }: RodProps) {
  const lure = useAppSelector((state) => lureOf(state, rod.lure))
  const nameOf = useNames('lures')
  const name = nameOf(rod.lure)
  return (
    <Box as="li" py="8px" borderTop="1px solid" borderColor="rule" css={{ breakInside: 'avoid' }}>
      <Flex gap="12px" align="start">
        {lure && <LureDrawing lure={lure} width={76} decorative />}
        <Box flex="1 1 auto" minW="0">
          <Box fontWeight="700">{name}</Box>
          <Box fontSize="small" color="quiet">
            {reasonsOf(rod, nameOf).join(' · ')}
          </Box>
          {how && how.by.length > 0 && (
            <Box fontSize="small">
              <b>{how.here ? text.how : text.howElsewhere}</b> {howText(how)}
            </Box>
          )}
        </Box>
        <Box flex="0 0 7.4rem" textAlign="right">
          <Box textStyle="display" fontSize="large" fontWeight="700">
            {rate(rod.rate)}
          </Box>
          <Quiet>{text.range(rod.lower, rod.upper)}</Quiet>
        </Box>
      </Flex>
      <Flex gap="6px 16px" justify="space-between" align="end" mt="4px" wrap="wrap">
        <HoursOfDay rod={rod} most={most} />
        <Flex gap="6px" className="no-print">
          <Chip type="button" aria-pressed={isLocked} aria-label={`${text.keep} ${name}`} onClick={onLock}>
            {isLocked ? text.kept : text.keep}
          </Chip>
          <Button look="bare" aria-label={`${text.takeOut}: ${name}`} onClick={onOut}>
            {text.takeOut}
          </Button>
        </Flex>
      </Flex>
    </Box>
  )
}

function reasonsOf({ own, rules, rival, learn }: PlannedRod, nameOf: (id: string) => string): string[] {
  const says = CLAIMS.filter(({ id }) => rules.includes(id)).map((claim) => claim.says)
  return [
    ...(learn ? [text.toLearn] : []),
    own.hours > 0 ? text.own(own.strikes, own.hours, own.trips) : text.noOwn,
    ...(says.length > 0 ? [text.rules(says.slice(0, RULES), says.length - RULES)] : []),
    ...(rival ? [text.rather(nameOf(rival.id), rival.loss)] : []),
  ]
}

/** More than that nobody reads. */
const RULES = 1

const BAR_PX = 30

/** What a rod promises hour by hour; the hours in which it is the best of the deck are in full ink. */
function HoursOfDay({ rod: { when, bestAt }, most }: { rod: PlannedRod; most: number }) {
  return (
    <Flex
      role="img"
      aria-label={when.map(({ from, rate: value }) => text.hourRate(from, value)).join(', ')}
      align="end"
      gap="2px"
      flex="0 0 auto"
      h={`${BAR_PX + 14}px`}
    >
      {when.map(({ from, rate: value }) => (
        <Box key={from} w="14px" textAlign="center" fontSize="9px" lineHeight="12px" color="quiet">
          <Box
            h={`${most > 0 ? Math.max(1, (BAR_PX * value) / most) : 1}px`}
            bg={bestAt.includes(from) ? 'ink' : 'hours'}
            opacity={bestAt.includes(from) ? 1 : 0.55}
          />
          {from}
        </Box>
      ))}
    </Flex>
  )
}
