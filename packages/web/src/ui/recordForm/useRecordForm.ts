import { useEffect, useState } from 'react'
import { useForm } from 'react-hook-form'
import type { UseFormReturn } from 'react-hook-form'
import type { Fields, Kind, UnitPreferences } from '@jotbook/core'
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
  readonly left: (field: string) => void
  /** What was typed anew and is to be written; undefined while something must be fixed, which is then shown. */
  readonly tryKeep: () => Fields | undefined
}

/** Keeping what is typed until it is in the book: the caller says where. */
export interface Keeper {
  readonly load: () => Promise<Typed | undefined>
  readonly save: (typed: Typed) => Promise<void>
}

/** A form over some fields of one record; what was half typed before is there again. */
export function useRecordForm(
  kind: Kind,
  names: readonly string[],
  record: object | undefined,
  units: UnitPreferences,
  keeper?: Keeper,
): RecordForm {
  const form = useForm<Typed>({ defaultValues: typedRecord(kind, names, record, units) })
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set())
  const [tried, setTried] = useState(false)
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
  const shownProblems = tried
    ? read.problems
    : Object.fromEntries(Object.entries(read.problems).filter(([field]) => left.has(field)))
  return {
    kind,
    form,
    values,
    read,
    units,
    shownProblems,
    left: (field) => setLeft((fields) => new Set(fields).add(field)),
    tryKeep: () => {
      setTried(true)
      const [first] = Object.keys(read.problems)
      if (first === undefined) return changedFields(kind, values, form.formState.defaultValues as Typed, units)
      document.querySelector<HTMLElement>(`[data-field="${first}"]`)?.focus()
      return undefined
    },
  }
}
