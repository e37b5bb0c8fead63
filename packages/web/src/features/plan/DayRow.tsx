import { Box } from '@chakra-ui/react'
import { Quiet } from '../../ui/controls.tsx'

/** Room for the names of the rows. */
export const NAMES_PX = 92

/** A row of the day: its name, and what is drawn over the hours. */
export function DayRow({ name, note, children }: { name: string; note: string; children: React.ReactNode }) {
  return (
    <Box display="grid" gridTemplateColumns={`${NAMES_PX}px minmax(0, 1fr)`} borderTop="1px solid" borderColor="rule">
      <Box py="4px" fontSize="small" lineHeight="1.25">
        <b>{name}</b>
        <br />
        <Quiet>{note}</Quiet>
      </Box>
      <div>{children}</div>
    </Box>
  )
}
