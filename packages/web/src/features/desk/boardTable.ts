import type { Board } from '@jotbook/core'
import type { Naming } from '../board/index.ts'
import type { DeskTable } from './Shown.tsx'
import { text } from './text.ts'

/** A board as the table beside its picture. */
export const boardTable = (board: Board, naming: Naming, words: readonly string[]): DeskTable => ({
  head: [...words, text.strikes, text.hours, text.perHour, text.lower, text.upper],
  rows: board.rows.map(({ group, strikes, hours, rate, lower, upper }) => [
    ...group.map((level, i) => naming.level(board.by[i] ?? '', level)),
    strikes,
    hours,
    rate,
    lower,
    upper,
  ]),
})
