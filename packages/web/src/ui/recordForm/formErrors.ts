import type { FieldError } from 'react-hook-form'

/** What is wrong by field, as the form library keeps it. */
export const formErrors = (problems: Readonly<Record<string, string>>): Record<string, FieldError> =>
  Object.fromEntries(Object.entries(problems).map(([field, message]) => [field, { type: 'fault', message }]))
