import { expose } from 'comlink'
import { subjectsOf } from '@jotbook/core'

/** A part of a search that needs nothing of the rest, in a worker beside it. */
const subjects = { of: subjectsOf }

export type Subjects = typeof subjects
expose(subjects)
