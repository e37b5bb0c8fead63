import { expose } from 'comlink'
import { Problem } from '@jotbook/contract'
import type { Id } from '@jotbook/core'
import type { ProblemDetails } from '@jotbook/contract'
import { digestHere } from './digestHere.ts'
import { pullSnapshot } from './pullSnapshot.ts'

/** A Problem does not cross from a worker as itself. */
export type Told<T> = { readonly value: T } | { readonly problem: ProblemDetails }

const told =
  <T>(work: (book: Id<'book'>) => Promise<T>) =>
  async (book: Id<'book'>): Promise<Told<T>> => {
    try {
      return { value: await work(book) }
    } catch (error) {
      if (error instanceof Problem) return { problem: error.toJSON() }
      throw error
    }
  }

const onAllRecords = { digestHere: told(digestHere), pullSnapshot: told(pullSnapshot) }

export type OnAllRecords = typeof onAllRecords
expose(onAllRecords)
