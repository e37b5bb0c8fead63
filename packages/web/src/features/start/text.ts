/** Words of starting a book. */
export const text = {
  title: 'Start your own book',
  note: 'Four answers, then your first trip. Everything can be changed later.',
  whose: 'Whose book is it?',
  units: 'Units',
  imperial: '°F, feet, inches, pounds, mph',
  metric: '°C, metres, centimetres, kilograms, m/s',
  unitsNote: 'Each can be chosen by itself in the book’s settings.',
  water: 'The first water',
  lure: 'One lure',
  start: 'Start the book',
  nameMissing: 'Give the book a name.',
  nameLong: 'At most 200 letters.',
} as const
