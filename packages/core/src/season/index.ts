export { calendarSeason } from './calendarSeason.ts'
export type { CalendarSeason } from './calendarSeason.ts'
