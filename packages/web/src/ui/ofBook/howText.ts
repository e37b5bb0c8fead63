import type { HowFished, PresentationField } from '@jotbook/core/predict'
import { decimals, whole } from '../locale.ts'
import { text } from './text.ts'

/** How a lure was fished where it paid, in one line: `steady, 8 s pause, on rock, 12 lb`. */
export function howText({ by }: Pick<HowFished, 'by'>): string {
  // A pause of nothing is a steady retrieve.
  return by
    .filter(({ field, value }) => field !== 'pauseS' || value !== 0)
    .map(({ field, value }) => partText(field, value))
    .join(', ')
}

function partText(field: PresentationField, value: string | number): string {
  const words = text.how
  if (field === 'pauseS') return words.pause(typeof value === 'number' ? decimals(value, value < 3 ? 1 : 0) : value)
  if (field === 'lineLb') return `${typeof value === 'number' ? whole(value) : value} lb`
  if (field === 'cover') return words.onCover(String(value))
  if (field === 'structure') return words.atStructure(String(value))
  if (field === 'castLength') return words.cast(String(value))
  if (field === 'levelFished') return words.level(String(value))
  return String(value)
}
