/** Words of starting a book. */
export const text = {
  title: 'Start your own book',
  note: 'Four questions, then your first trip. You can change everything later.',
  whose: 'Name of your book',
  units: 'Units',
  imperial: '°F, feet, inches, pounds, mph',
  metric: '°C, metres, centimetres, kilograms, m/s',
  unitsNote: 'You can change each unit later under Book.',
  water: 'Your first water',
  lure: 'Your first lure',
  start: 'Start the book',
  nameMissing: 'Give the book a name.',
  nameLong: 'At most 200 letters.',
} as const
