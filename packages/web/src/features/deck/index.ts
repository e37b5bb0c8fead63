export { DeckPage } from './DeckPage.tsx'
