import { UNKNOWN } from '@jotbook/core'
import type { DayCondition } from '@jotbook/core'
import { clock } from '../../ui/locale.ts'
import { text } from './text.ts'

/** `dim until 6:50 am, then low until 8:10 am, then grey`; what is not known is said with its reason where nothing is. */
export function spellsText({ column, spells }: Pick<DayCondition, 'column' | 'spells'>, zone: string): string {
  if (spells.every(({ word }) => word === UNKNOWN)) return text.unknown[column]
  return spells
    .map(({ word, toMs }, i) => {
      const shown = word === UNKNOWN ? text.unknown.moon_phase : word
      return i < spells.length - 1 ? text.until(shown, clock(toMs, zone)) : shown
    })
    .join(text.then)
}
