import { Box } from '@chakra-ui/react'
import type { ProblemDetails } from '@jotbook/contract'

/** The one way a failure is shown. */
export function ProblemNote({ problem }: { problem: ProblemDetails | undefined }) {
  if (!problem) return null
  return (
    <Box role="alert" borderTop="3px solid" borderColor="float" bg="sheet" px="14px" py="10px" my="12px">
      <strong>{problem.title}.</strong> {problem.detail}
    </Box>
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
