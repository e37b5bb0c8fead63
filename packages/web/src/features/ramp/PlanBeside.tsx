import { Box, Flex } from '@chakra-ui/react'
import { Link } from 'react-router'
import { HOUR_MS, epochMs, isStrike } from '@jotbook/core'
import type { Id, RecordOf, Stint, Strike } from '@jotbook/core'
import { LureDrawing } from '../../charts/lures/LureDrawing.tsx'
import { useNames } from '../../state/useBook.ts'
import { usePlans } from '../../state/usePlans.ts'
import { allLures } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { Heading, Quiet } from '../../ui/controls.tsx'
import { text } from './text.ts'

interface PlanBesideProps {
  readonly trip: RecordOf<'trip'>
  readonly stints: readonly Stint[]
  readonly strikes: readonly Strike[]
}

interface Came {
  readonly hours: number
  readonly strikes: number
}

/** A trip that was launched from a plan: each of its rods as expected and as it came, and the rods that were not in it. */
export function PlanBeside({ trip, stints, strikes }: PlanBesideProps) {
  const plan = usePlans()?.find(({ id }) => id === trip.plan)
  const lures = useAppSelector(allLures)
  const nameOf = useNames('lures')
  if (!plan || !trip.end) return null
  const came = cameBy(stints, strikes)
  const planned = new Set(plan.rods.map(({ lure }) => lure))
  const others = sumOf([...came].filter(([lure]) => !planned.has(lure)).map(([, one]) => one))
  const own = sumOf([...came].filter(([lure]) => planned.has(lure)).map(([, one]) => one))
  const expected = plan.rods.reduce((sum, { lure, rate }) => sum + (came.get(lure)?.hours ?? 0) * (rate || 0), 0)
  return (
    <Box as="section" aria-label={text.beside.title} mt="22px">
      <Heading>{text.beside.title}</Heading>
      <Quiet>{text.beside.planned(own.strikes, own.hours, expected)}</Quiet>
      <Box as="ul" p="0" m="4px 0" listStyleType="none">
        {plan.rods.map(({ lure: id, rate, lower, upper }) => {
          const lure = lures.find((one) => one.id === id)
          const result = came.get(id)
          return (
            <Flex as="li" key={id} gap="12px" align="center" py="4px" borderTop="1px solid" borderColor="rule">
              {lure && <LureDrawing lure={lure} width={64} decorative />}
              <Box>
                <b>{nameOf(id)}</b>
                <br />
                {result && result.hours > 0 ? text.beside.came(result.strikes, result.hours) : text.beside.notFished}
                {'; '}
                {Number.isFinite(rate) && <Quiet>{text.beside.rod(rate, lower, upper)}</Quiet>}
              </Box>
            </Flex>
          )
        })}
      </Box>
      {others.hours > 0 && <div>{text.beside.others(others.strikes, others.hours)}</div>}
      <div>
        <Quiet>{text.beside.note}</Quiet> <Link to={`/plan?${plan.link}&plan=${plan.id}`}>{text.beside.open}</Link>
      </div>
    </Box>
  )
}

const sumOf = (all: readonly Came[]): Came =>
  all.reduce((sum, one) => ({ hours: sum.hours + one.hours, strikes: sum.strikes + one.strikes }), {
    hours: 0,
    strikes: 0,
  })

/** Hours and strikes by lure. */
function cameBy(stints: readonly Stint[], strikes: readonly Strike[]): ReadonlyMap<string, Came> {
  const byLure = new Map<string, Came>()
  const lureOf = new Map(stints.map(({ id, lure }) => [id, lure]))
  const add = (lure: Id<'lure'>, hours: number, count: number): void => {
    const before = byLure.get(lure) ?? { hours: 0, strikes: 0 }
    byLure.set(lure, { hours: before.hours + hours, strikes: before.strikes + count })
  }
  for (const { lure, start, end } of stints) if (end) add(lure, (epochMs(end) - epochMs(start)) / HOUR_MS, 0)
  for (const strike of strikes) {
    const lure = strike.stint ? lureOf.get(strike.stint) : undefined
    if (lure && isStrike(strike) && !strike.sameFish) add(lure, 0, 1)
  }
  return byLure
}
