import { useCallback, useMemo, useState } from 'react'
import { addDays, localDate } from '@jotbook/core'
import { useAnalysis } from '../../state/useAnalysis.ts'
import { useUnits } from '../../state/useBook.ts'
import { useLink, withSaid } from '../../state/useLink.ts'
import { allTrips, allWaters } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { deviceZone } from '../../ui/deviceZone.ts'
import { askedOf, spanOf } from './plan.ts'
import type { TypedPlan } from './plan.ts'
import { planOfLink, withPart } from './planLink.ts'
import type { PlanPart } from './planLink.ts'

const NOON_MS = 12 * 3_600_000

/** The plan in the link, and what is asked of it once what is expected of the water is known. */
export function usePlan() {
  const waters = useAppSelector(allWaters)
  const trips = useAppSelector(allTrips)
  const units = useUnits()
  const [link, say] = useLink()
  const [today] = useState(() => localDate(Date.now(), deviceZone()))
  const water = trips[0]?.water ?? waters[0]?.id ?? ''
  const planOf = useCallback(
    (said: URLSearchParams): TypedPlan => {
      const told = planOfLink(said, { water, date: addDays(today, 1) })
      // A link may be of another book, and a water may have gone.
      return waters.some(({ id }) => id === told.water) ? told : { ...told, water }
    },
    [water, today, waters],
  )
  const plan = useMemo(() => planOf(link), [planOf, link])
  const here = waters.find(({ id }) => id === plan.water)
  const zone = here?.timeZone ?? deviceZone()
  const span = useMemo(() => spanOf(plan, zone), [plan, zone])
  const { value: usual } = useAnalysis('expected', [plan.water, Date.parse(`${plan.date}T00:00:00Z`) + NOON_MS])
  const read = useMemo(
    () => (usual && here ? askedOf(plan, zone, units, usual) : undefined),
    [plan, usual, here, zone, units],
  )
  return {
    plan,
    here,
    zone,
    usual,
    span: 'wrong' in span ? undefined : span,
    isPast: plan.date < today,
    wrong: read && 'wrong' in read ? read.wrong : undefined,
    asked: read && 'asked' in read ? read.asked : undefined,
    /** A part that follows from the plan follows from it as it is, which may be later than it was drawn. */
    change: (part: PlanPart | ((now: TypedPlan) => PlanPart)): void =>
      say((present) => withPart(present, typeof part === 'function' ? part(planOf(present)) : part)),
    opened: link.get('plan') ?? undefined,
    onOpened: (id: string): void => say((present) => withSaid(present, 'plan', id)),
  }
}
