import { Box } from '@chakra-ui/react'
import { useState } from 'react'
import type { BoardRow } from '@jotbook/core'
import { useMay } from '../../state/useBook.ts'
import { Button } from '../../ui/controls.tsx'
import type { AskedQuestion } from './asked.ts'
import { RuleForm } from './RuleForm.tsx'
import { ruleOf } from './ruleOf.ts'
import { text } from './text.ts'
import type { Naming } from './useNaming.ts'

interface MakeRuleProps {
  readonly row: BoardRow
  readonly question: AskedQuestion
  readonly naming: Naming
}

/** From what a row shows to a rule of one's own, which the trips to come will judge. */
export function MakeRule({ row, question, naming }: MakeRuleProps) {
  const [isOpen, setOpen] = useState(false)
  const { may } = useMay()
  const start = ruleOf(question, row, naming)
  if (!start || !may('claim', 'create')) return null
  return (
    <Box mt="6px" className="no-print">
      {isOpen ? (
        <RuleForm start={start} onDone={() => setOpen(false)} />
      ) : (
        <Button look="bare" onClick={() => setOpen(true)}>
          {text.rule.make}
        </Button>
      )}
    </Box>
  )
}
