/** Words of what several screens show of a book. */
export const text = {
  findings: { title: 'Findings', board: 'Board', search: 'Search', trial: 'Rules' },
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
  close: 'Close',
} as const
