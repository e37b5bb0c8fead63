export { PatternsPage } from './PatternsPage.tsx'
export { keepPatterns } from './keepPatterns.ts'
