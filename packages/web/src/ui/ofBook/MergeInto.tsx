import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { mergeEdits } from '@jotbook/core'
import type { Fields, Lure, Water } from '@jotbook/core'
import { Button, Label, Quiet, Select } from '../controls.tsx'
import { text } from './text.ts'
import { useSave } from '../../state/useSave.ts'

interface MergeIntoProps<R extends Water | Lure> {
  readonly kind: 'water' | 'lure'
  readonly record: R
  /** All of its kind. */
  readonly records: readonly R[]
  /** Once it is merged. */
  readonly onMerged: (into: string) => void
}

/** The same water or lure entered twice: one is made part of the other. It stands in the bar to be undone. */
export function MergeInto<R extends Water | Lure>({ kind, record, records, onMerged }: MergeIntoProps<R>) {
  const save = useSave()
  const [chosen, setChosen] = useState('')
  const others = records.filter(({ id }) => id !== record.id)
  const into = others.find(({ id }) => id === chosen)
  if (others.length === 0) return null
  const merge = async (): Promise<void> => {
    if (!into) return
    const [from, to] = [record, into].map(({ id, ...fields }) => ({ id, fields: fields as Fields }))
    if (!from || !to) return
    await save(text.merge.done(record.name, into.name), mergeEdits(kind, from, to))
    onMerged(into.id)
  }
  return (
    <Box mt="14px" className="no-print">
      <Label htmlFor="merge-into">{text.merge.label(record.name)}</Label>
      <Flex gap="10px" wrap="wrap" align="center">
        <Box w="260px">
          <Select id="merge-into" value={chosen} onChange={({ target }) => setChosen(target.value)}>
            <option value="">{text.merge.none}</option>
            {others.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
        </Box>
        <Button disabled={!into} onClick={() => void merge()}>
          {text.merge.merge}
        </Button>
        <Quiet>{text.merge.note}</Quiet>
      </Flex>
    </Box>
  )
}
