import { Box, Flex } from '@chakra-ui/react'
import { Button } from '../../ui/controls.tsx'
import type { RunningImport } from './useImport.ts'
import { text } from './text.ts'

/** How far an import is, and the way to call it off. */
export function ImportProgress({ running: { progress, cancel } }: { running: RunningImport }) {
  if (!progress) return null
  const { phase, done, of } = progress
  const name =
    phase in text.progress.phases
      ? text.progress.phases[phase as keyof typeof text.progress.phases]
      : text.progress.reading(phase)
  return (
    <Flex align="center" gap="14px" mt="12px" role="status">
      <Box flex="1" maxW="420px">
        <progress value={done} max={of} aria-label={name} />
        <Box fontSize="small">{text.progress.line(name, done, of)}</Box>
      </Box>
      <Button onClick={cancel}>{text.progress.cancel}</Button>
    </Flex>
  )
}
