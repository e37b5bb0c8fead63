import { useEffect } from 'react'
import { useForm } from 'react-hook-form'
import type { Resolver, UseFormReturn } from 'react-hook-form'
import type { Fields, Kind, UnitPreferences } from '@jotbook/core'
import { formErrors } from './formErrors.ts'
import { changedFields, readRecord, typedRecord } from './readRecord.ts'
import type { ReadRecord, Typed } from './readRecord.ts'

export interface RecordForm {
  readonly kind: Kind
  readonly form: UseFormReturn<Typed>
  readonly values: Typed
  readonly read: ReadRecord
  readonly units: UnitPreferences
  /** Problems of fields that were left, or of all once keeping was tried. */
  readonly shownProblems: Readonly<Record<string, string>>
  /** Hands on what was typed anew and is to be written; where something must be fixed that is shown instead. */
  readonly keep: (write: (fields: Fields) => Promise<void>) => Promise<void>
}

/** Keeping what is typed until it is in the book: the caller says where. */
export interface Keeper {
  readonly load: () => Promise<Typed | undefined>
  readonly save: (typed: Typed) => Promise<void>
}

/** A form over some fields of one record; what was half typed before is there again. */
// eslint-disable-next-line max-params -- what a form is of, whose units, and where its draft is kept
export function useRecordForm(
  kind: Kind,
  names: readonly string[],
  record: object | undefined,
  units: UnitPreferences,
  keeper?: Keeper,
): RecordForm {
  const form = useForm<Typed>({
    defaultValues: typedRecord(kind, names, record, units),
    resolver: resolverOf(kind, names, units),
    shouldFocusError: false,
  })
  const { touchedFields, isSubmitted } = form.formState
  const values = form.watch()
  useEffect(() => {
    let live = true
    void keeper
      ?.load()
      .then((kept) => live && kept && form.reset({ ...form.getValues(), ...kept }, { keepDefaultValues: true }))
    const typing = form.watch(() => void keeper?.save({ ...form.getValues() }))
    return () => {
      live = false
      typing.unsubscribe()
    }
    // The keeper is made anew at each render for one and the same record.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [form])
  const read = readRecord(kind, names, values, units)
  // What is wrong with two fields together is shown at once beside both: the form's own errors are of the one that was typed in.
  const shownProblems = isSubmitted
    ? read.problems
    : Object.fromEntries(Object.entries(read.problems).filter(([field]) => touchedFields[field]))
  return {
    kind,
    form,
    values,
    read,
    units,
    shownProblems,
    keep: (write) =>
      form.handleSubmit(
        (typed) => write(changedFields(kind, typed, form.formState.defaultValues as Typed, units)),
        (errors) => document.querySelector<HTMLElement>(`[data-field="${Object.keys(errors)[0]}"]`)?.focus(),
      )(),
  }
}

/** The field table's rules as the form asks for them. */
const resolverOf =
  (kind: Kind, names: readonly string[], units: UnitPreferences): Resolver<Typed> =>
  (typed) => {
    const { problems } = readRecord(kind, names, typed, units)
    return Object.keys(problems).length === 0
      ? { values: typed, errors: {} }
      : { values: {}, errors: formErrors(problems) }
  }
