import type { StrikeLine } from './strikeLine.ts'

/** A strike's line in plain words: what the book understood, for people and for the examples in the documents. */
export function spellStrikeLine(line: StrikeLine): string {
  const { clock, misread } = line
  const pad = (value: number): string => String(value).padStart(2, '0')
  const measured = { length: line.lengthMm, weight: line.weightG, depth: line.depthM }
  const parts = [
    clock && `${clock.hour}:${pad(clock.minute)}`,
    line.outcome,
    ...Object.entries(measured).map(([what, size]) => size && `${what} ${size.typed}`),
    ...bite(line),
    line.kept !== undefined && (line.kept ? 'kept' : 'released'),
    line.sameFish && 'same fish',
    line.note !== undefined && `note “${line.note}”`,
    ...misread.map(({ message }) => message.replace(/\.$/, '')),
  ]
  return parts.filter(Boolean).join(' · ')
}

/** How it bit, on what, and where. */
const bite = (line: StrikeLine): (string | undefined)[] => [
  line.phase,
  line.feltAs && `felt ${line.feltAs}`,
  line.set && `set ${line.set}`,
  line.hookPosition && `hook ${line.hookPosition}`,
  line.species,
  line.cover && `cover ${line.cover}`,
  line.level && `level ${line.level}`,
  line.forageSeen && `spat up ${line.forageSeen.join(', ')}`,
  line.pitch === undefined ? undefined : `pitch ${line.pitch}`,
]
