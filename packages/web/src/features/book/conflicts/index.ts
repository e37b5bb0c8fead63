/** The one part of the book's pages that trips show, too. */
export { Conflicts } from '../Conflicts.tsx'
