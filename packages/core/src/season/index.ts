export { calendarSeason } from './calendarSeason.ts'
export type { CalendarSeason } from './calendarSeason.ts'
export { STEADY_C_A_DAY, fishSeason } from './fishSeason.ts'
export type { FishSeason, FishSeasonInput } from './fishSeason.ts'
