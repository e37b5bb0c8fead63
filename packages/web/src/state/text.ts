/** Words of what was saved, and of how far it has come. */
export const text = {
  saved: (what: string) => `${what} saved.`,
  deleted: (what: string) => `${what} deleted.`,
  noRecord: 'deleted',
} as const
