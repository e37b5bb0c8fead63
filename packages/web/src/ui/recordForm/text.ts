/** Words of every form over one record. */
export const text = {
  missing: 'This is needed.',
  notUnderstood: (typed: string) => `“${typed}” is not understood; write a number, with or without its unit.`,
  noNumber: (typed: string) => `“${typed}” is not a number.`,
  noDay: (typed: string) => `“${typed}” is no day; write it as 2026-03-14.`,
  notSaid: 'not said',
  other: 'another word',
  add: 'Add',
  moveUp: (word: string) => `${word}: more`,
  moveDown: (word: string) => `${word}: less`,
  take: (word: string) => `Take out ${word}`,
  addTo: (label: string) => `Add to ${label.toLowerCase()}`,
} as const
