import { isDate } from '@jotbook/core'
import { OBJECTIVES } from './plan.ts'
import type { TypedPlan } from './plan.ts'

const LISTS = ['locked', 'excluded'] as const
const SKIES = ['clear', 'partly', 'mostly', 'overcast'] as const

/** The plan that a link tells; what it does not say is as usual. */
export function planOfLink(link: URLSearchParams, otherwise: Pick<TypedPlan, 'water' | 'date'>): TypedPlan {
  const said = (name: string, usual = ''): string => link.get(name) ?? usual
  const sky = (name: string) => SKIES.find((word) => word === said(name)) ?? ''
  const list = (name: string): string[] => said(name).split(',').filter(Boolean)
  return {
    water: said('water', otherwise.water),
    date: isDate(said('date')) ? said('date') : otherwise.date,
    from: said('from', '7'),
    to: said('to', '15'),
    rods: said('rods', '6'),
    objective: OBJECTIVES.find((one) => one === said('objective')) ?? 'strikes',
    temp: said('temp'),
    visibility: said('visibility'),
    wind: said('wind'),
    windLater: said('windLater'),
    sky: sky('sky'),
    skyLater: sky('skyLater'),
    locked: list('locked'),
    excluded: list('excluded'),
  }
}

/** The link with a part of the plan said anew. */
export function withPart(link: URLSearchParams, part: Partial<TypedPlan>): URLSearchParams {
  const next = new URLSearchParams(link)
  for (const [name, value] of Object.entries(part)) {
    const written = LISTS.some((one) => one === name) ? (value as readonly string[]).join(',') : String(value)
    if (written === '') next.delete(name)
    else next.set(name, written)
  }
  return next
}
