import { useMemo, useState } from 'react'
import type { ProblemDetails } from '@jotbook/contract'
import type { Id } from '@jotbook/core'
import { asProblem } from './api.ts'

/** What a method of a worker is asked after the book, and what it answers. */
export type Args<W, M extends keyof W> = W[M] extends (book: Id<'book'>, ...rest: infer Rest) => unknown ? Rest : never
export type Answer<W, M extends keyof W> = W[M] extends (...args: never[]) => infer R ? Awaited<R> : never

export interface Asked<W> {
  readonly book: Id<'book'>
  /** Another revision of the book is another question. */
  readonly revision: number
  readonly method: keyof W
  readonly args: readonly unknown[]
}

export interface Answered<T> {
  readonly value?: T
  readonly problem?: ProblemDetails
  /** The value is of the question before: this one is not answered yet. */
  readonly isOfLast?: boolean
}

/** Asks a method of a worker. */
export const askWorker = <W>(remote: object, { book, method, args }: Asked<W>): Promise<unknown> =>
  (remote as Record<keyof W, (book: Id<'book'>, ...args: readonly unknown[]) => Promise<unknown>>)[method](
    book,
    ...args,
  )

/** An answer as RTK Query takes it. */
export async function answerOf<T>(ask: () => Promise<T>): Promise<{ data: T } | { error: ProblemDetails }> {
  try {
    return { data: await ask() }
  } catch (error) {
    return { error: asProblem(error) }
  }
}

/** What has come of it. */
export const useAnswered = <T>(data: unknown, error: unknown, isOfLast = false): Answered<T> =>
  useMemo(
    () => (error ? { problem: error as ProblemDetails } : data === undefined ? {} : { value: data as T, isOfLast }),
    [data, error, isOfLast],
  )

/** The question of the answer that is shown, not yet the next one: what stands below an answer asks by this, after it. */
export function useOnceAnswered<T>(asked: T, isOfLast: boolean | undefined): T {
  const [settled, setSettled] = useState(asked)
  if (isOfLast !== true && settled !== asked) setSettled(asked)
  return isOfLast === true ? settled : asked
}
