/** Words of every form over one record. */
export const text = {
  missing: 'Required.',
  notUnderstood: (typed: string) => `“${typed}” is not a number. Write a number, with or without a unit.`,
  noNumber: (typed: string) => `“${typed}” is not a number.`,
  noDay: (typed: string) => `“${typed}” is not a date. Write it as 2026-03-14.`,
  bothCoordinates: 'Type both latitude and longitude, or neither.',
  notSaid: 'not said',
  other: 'another word',
  add: 'Add',
  moveUp: (word: string) => `Move ${word} up`,
  moveDown: (word: string) => `Move ${word} down`,
  take: (word: string) => `Remove ${word}`,
  addTo: (label: string) => `Add to ${label.toLowerCase()}`,
} as const
