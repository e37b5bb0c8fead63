export { BookPage } from './BookPage.tsx'
export { ForeignFilePage } from './ForeignFilePage.tsx'
export { Conflicts } from './Conflicts.tsx'
