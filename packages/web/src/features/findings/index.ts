export { CardsPage } from './CardsPage.tsx'
export { SearchPage } from './SearchPage.tsx'
export { TrialPage } from './TrialPage.tsx'
