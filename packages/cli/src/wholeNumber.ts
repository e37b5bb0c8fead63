import { Failure } from './failure.ts'

/** A whole number typed as an option. Throws Failure (the call is at fault) outside its range. */
export function wholeNumber(option: string, text: string, least: number, most: number): number {
  const value = Number(text)
  if (text.trim() === '' || !Number.isInteger(value) || value < least || value > most)
    throw new Failure(`${option} takes a whole number from ${least} to ${most}, not "${text}".`, 2)
  return value
}
