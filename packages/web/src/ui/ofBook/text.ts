/** Words of what several screens show of a book. */
export const text = {
  findings: {
    title: 'Questions to the book',
    /** By the path of each view. */
    views: {
      '': 'What produces?',
      '/when': 'When?',
      '/compare': 'Lure or day?',
      '/search': 'What stands out?',
      '/trial': 'Are the rules right?',
      '/size': 'Bites or size?',
      '/bite': 'How do they bite?',
      '/changes': 'What changes it?',
      '/where': 'Where?',
      '/seasons': 'Seasons',
      '/who': 'Who?',
      '/patterns': 'Pattern book',
    },
    beside: { open: 'Ask another question beside it', view: 'Question beside', close: 'Close', label: 'Beside it' },
  },
  otherBook: 'This link is from a book you cannot open here. Sign in with its account, or ask its owner to invite you.',
  openBook: (name: string) => `Open it in ${name}`,
  photo: {
    open: (caption: string) => `Photo: ${caption}`,
    missing: 'Photo not here',
    unreadable: 'This file is not a picture. Choose a JPEG, PNG or WebP.',
  },
  deletedBook: {
    since: (when: string, days: number) => `deleted ${when}, kept for ${days} days`,
    restore: (name: string) => `Restore ${name}`,
  },
  merge: {
    label: (name: string) => `${name} is the same as`,
    none: 'no other one',
    merge: 'Merge',
    note: 'Its trips and strikes then count for the other one. Links to it keep working.',
    done: (name: string, into: string) => `${name} merged into ${into}.`,
  },
  /** How a lure was fished. */
  how: {
    pause: (seconds: string) => `${seconds} s pause`,
    onCover: (cover: string) => `on ${cover}`,
    atStructure: (structure: string) => `at ${/^[aeiou]/i.test(structure) ? 'an' : 'a'} ${structure}`,
    cast: (length: string) => `${length} casts`,
    level: (level: string) => ({ top: 'at the top', middle: 'mid-water', bottom: 'on the bottom' })[level] ?? level,
  },
  close: 'Close',
} as const
