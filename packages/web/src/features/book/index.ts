export { BandsPage } from './bands/BandsPage.tsx'
export { BookPage } from './BookPage.tsx'
export { ForeignFilePage } from './ForeignFilePage.tsx'
