export { BookPage } from './BookPage.tsx'
