import { isDate } from '@jotbook/core'
import { COURSES, readCourse, writeCourse } from './course.ts'
import type { Course, CourseName } from './course.ts'
import { OBJECTIVES } from './plan.ts'
import type { TypedPlan } from './plan.ts'

const LISTS = ['locked', 'excluded'] as const
const CELLS = ['from', 'to', 'rods', 'temp', 'visibility'] as const
const USUAL_CELLS = { from: '7', to: '15', rods: '6', temp: '', visibility: '' } as const

/** The plan that a link tells; what it does not say is as usual. */
export function planOfLink(link: URLSearchParams, otherwise: Pick<TypedPlan, 'water' | 'date'>): TypedPlan {
  const said = (name: string, usual = ''): string => link.get(name) ?? usual
  const list = (name: string): string[] => said(name).split(',').filter(Boolean)
  const cells = Object.fromEntries(CELLS.map((name) => [name, said(name, USUAL_CELLS[name])]))
  return {
    ...(cells as Pick<TypedPlan, (typeof CELLS)[number]>),
    water: said('water', otherwise.water),
    date: isDate(said('date')) ? said('date') : otherwise.date,
    objective: OBJECTIVES.find((one) => one === said('objective')) ?? 'strikes',
    courses: Object.fromEntries(COURSES.map((name) => [name, readCourse(said(name), name)])) as TypedPlan['courses'],
    locked: list('locked'),
    excluded: list('excluded'),
  }
}

/** Part of a plan; courses that are named replace those of the same name. */
export type PlanPart = Partial<Omit<TypedPlan, 'courses'>> & { readonly courses?: Partial<Record<CourseName, Course>> }

/** The link with a part of the plan said anew. */
export function withPart(link: URLSearchParams, { courses, ...part }: PlanPart): URLSearchParams {
  const next = new URLSearchParams(link)
  const say = (name: string, written: string): void => {
    // An empty cell that is not usually empty is said to be.
    if (written === '' && !(USUAL_CELLS as Readonly<Record<string, string>>)[name]) next.delete(name)
    else next.set(name, written)
  }
  for (const [name, value] of Object.entries(part))
    say(name, LISTS.some((one) => one === name) ? (value as readonly string[]).join(',') : String(value))
  for (const name of COURSES) if (courses?.[name]) say(name, writeCourse(courses[name]))
  return next
}

/** A whole plan as a link. */
export const linkOf = (plan: TypedPlan): URLSearchParams => withPart(new URLSearchParams(), plan)
