export { BookPage } from './BookPage.tsx'
export { ForeignFilePage } from './ForeignFilePage.tsx'
