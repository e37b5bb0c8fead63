export { DockPage } from './DockPage.tsx'
