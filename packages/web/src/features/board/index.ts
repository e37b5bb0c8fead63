export { BoardPage } from './BoardPage.tsx'
