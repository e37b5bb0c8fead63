import { Box, Flex } from '@chakra-ui/react'
import { localDate } from '@jotbook/core'
import type { Fields } from '@jotbook/core'
import { dropDraft, keptDraft, newId } from '../../offline/index.ts'
import { useAppSelector } from '../../state/store.ts'
import { useUnits } from '../../state/useBook.ts'
import { useSave } from '../../state/useSave.ts'
import { Button, Quiet } from '../../ui/controls.tsx'
import { deviceZone } from '../../ui/deviceZone.ts'
import { FieldProblem } from '../../ui/ProblemNote.tsx'
import { OpenedPanel } from '../../ui/OpenedPanel.tsx'
import { RecordField, useRecordForm } from '../../ui/recordForm/index.ts'
import { againstWords, filterWords, ruleFault } from './ruleOf.ts'
import type { RuleText } from './ruleOf.ts'
import { text } from './text.ts'
import { useNaming } from './useNaming.ts'

const FILTERS = ['condition', 'lure', 'against'] as const

/** A rule in the angler's own words; its hours as words, and as filters for who wants to change them. */
export function RuleForm({ start, onDone }: { start: RuleText; onDone: () => void }) {
  const words = text.rule
  const naming = useNaming()
  const save = useSave()
  const book = useAppSelector(({ records }) => records.book)
  const draft = `rule:${book}:${start.name}`
  const form = useRecordForm('claim', ['name', ...FILTERS], start, useUnits(), keptDraft(draft))
  const typed = (field: (typeof FILTERS)[number]): string => String(form.values[field] ?? '')
  const [condition, lure, against] = [typed('condition'), typed('lure'), typed('against')]
  const fault = ruleFault({ ...start, condition, lure, against })
  const leave = (): void => {
    void dropDraft(draft)
    onDone()
  }
  const keep = async (changed: Fields): Promise<void> => {
    if (fault !== undefined) return
    const since = localDate(Date.now(), deviceZone())
    await save(words.saved, [{ kind: 'claim', id: newId(), fields: { ...start, ...changed, since } }])
    leave()
  }
  return (
    <OpenedPanel label={words.title}>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          void form.keep(keep)
        }}
      >
        <RecordField form={form} field="name" width="620px" label={words.name} />
        <Box mt="8px">
          {words.hours(filterWords(lure, naming), againstWords(against, naming), filterWords(condition, naming))}
        </Box>
        <Box as="details" mt="4px">
          <Box as="summary" cursor="pointer" minH="36px">
            {words.filters}
          </Box>
          <Flex gap="12px" wrap="wrap">
            {FILTERS.map((field) => (
              <RecordField key={field} form={form} field={field} width="300px" label={words.fields[field]} />
            ))}
          </Flex>
        </Box>
        <FieldProblem id="rule-filters" message={fault && words.wrong(fault)} />
        <Box mt="6px">
          <Quiet>{words.judged}</Quiet>
        </Box>
        <Flex gap="8px" mt="8px">
          <Button type="submit" look="main">
            {words.keep}
          </Button>
          <Button look="bare" onClick={leave}>
            {words.leave}
          </Button>
        </Flex>
      </form>
    </OpenedPanel>
  )
}
