import type { StrikeLine } from './strikeLine.ts'

/** A strike's line in plain words: what the book understood, for people and for the examples in the documents. */
export function spellStrikeLine(line: StrikeLine): string {
  const { clock, misread } = line
  const pad = (value: number): string => String(value).padStart(2, '0')
  const parts = [
    clock && `${clock.hour}:${pad(clock.minute)}`,
    line.outcome,
    line.lengthMm && `length ${line.lengthMm.typed}`,
    line.weightG && `weight ${line.weightG.typed}`,
    line.depthM && `depth ${line.depthM.typed}`,
    line.phase,
    line.feltAs && `felt ${line.feltAs}`,
    line.set && `set ${line.set}`,
    line.hookPosition && `hook ${line.hookPosition}`,
    line.species,
    line.pitch !== undefined && `pitch ${line.pitch}`,
    line.kept !== undefined && (line.kept ? 'kept' : 'released'),
    line.sameFish && 'same fish',
    line.note !== undefined && `note “${line.note}”`,
    ...misread.map(({ message }) => message.replace(/\.$/, '')),
  ]
  return parts.filter(Boolean).join(' · ')
}
