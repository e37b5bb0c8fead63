/** Words of the frame around every screen. */
export const text = {
  name: 'Jot Book',
  toPage: 'Skip to content',
  places: { today: 'Today', trips: 'Trips', waters: 'Waters', findings: 'Findings', tackle: 'Tackle', book: 'Book' },
  sync: {
    refused: (count: number) => `${count} need you`,
    kept: (count: number) => `${count} waiting to sync`,
    onTheWay: (count: number) => `Syncing ${count}`,
    away: 'Offline, saved on this device',
    signIn: 'Sign in to sync',
    arriving: 'Loading the book',
    allIn: 'Synced',
  },
  dayColours: 'Day colours',
  nightColours: 'Night colours',
  demo: {
    title: 'Demo book.',
    note: 'Waters, people and fish are made up.',
    open: 'Open my own',
    start: 'Start my own',
  },
  missing: {
    title: 'Page not found',
    note: 'This address is not a page of Jot Book.',
    stumbled: 'Something went wrong on this page',
    kept: 'Everything you logged is safe, and so is what you were typing. Reload the page.',
    toTrips: 'All trips',
  },
  undo: 'Undo',
  undone: (what: string) => `Undone: ${what.charAt(0).toLowerCase()}${what.slice(1)}`,
  notUndone: (why: string) => `Not undone. ${why}`.trim(),
  close: 'Close',
} as const
