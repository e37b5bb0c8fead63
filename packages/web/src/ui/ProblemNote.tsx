import { Box } from '@chakra-ui/react'
import type { ProblemDetails } from '@jotbook/contract'
import { Panel } from './controls.tsx'

/** Why a book has no answer yet, as a sentence: that is no fault. Undefined for what is one. */
export function whyNoAnswer({ type, detail }: ProblemDetails): string | undefined {
  return type === '/problems/no-answer' ? `${detail.charAt(0).toUpperCase()}${detail.slice(1)}.` : undefined
}

/** The one way a failure is shown. */
export function ProblemNote({ problem }: { problem: ProblemDetails | undefined }) {
  if (!problem) return null
  const why = whyNoAnswer(problem)
  if (why !== undefined)
    return (
      <Box role="status" textStyle="display" fontSize="title" maxW="560px" my="24px">
        {why}
      </Box>
    )
  return (
    <Panel edge="float" role="alert" my="12px">
      <strong>{problem.title}.</strong> {problem.detail}
    </Panel>
  )
}

/** A message beside its field, tied to it by `id`. */
export function FieldProblem({ id, message }: { id: string; message: string | undefined }) {
  return message === undefined ? null : (
    <Box id={id} role="alert" fontSize="small" color="float" fontWeight="600" mt="2px">
      {message}
    </Box>
  )
}
