/** Words of the frame around every screen. */
export const text = {
  name: 'Jot Book',
  toPage: 'To the page',
  places: { today: 'Today', trips: 'Trips', waters: 'Waters', findings: 'Findings', tackle: 'Tackle', book: 'Book' },
  findings: { board: 'Board', search: 'Search', trial: 'On trial' },
  sync: {
    refused: (count: number) => `${count} need you`,
    kept: (count: number) => `${count} kept on this device`,
    onTheWay: (count: number) => `${count} on their way`,
    away: 'server away',
    signIn: 'sign in to send',
    arriving: 'reading the book …',
    allIn: 'all in the book ✓',
  },
  dayColours: 'Day colours',
  nightColours: 'Night colours',
  demo: { title: 'Demo book.', note: 'Waters, people and fish are made up.', open: 'Open my own', start: 'Start my own' },
  missing: {
    title: 'There is no such page',
    note: 'The address leads nowhere in this book.',
    stumbled: 'This page stumbled',
    kept: 'Nothing you logged is lost; what you were typing is kept. Open the page again.',
    toTrips: 'To the trips',
  },
  noRecord: 'not in the book',
} as const
