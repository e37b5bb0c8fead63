import { Box } from '@chakra-ui/react'
import { localParts } from '@jotbook/core'
import type { Account } from '@jotbook/core'
import { Button, Quiet } from '../../ui/controls.tsx'
import { focusCell } from './dockContext.ts'
import { cellName } from './readDraft.ts'

const hoursText = (minutes: number): string => `${Math.floor(minutes / 60)}:${String(Math.round(minutes % 60)).padStart(2, '0')}`

/** How much of the time on the water is accounted for; every gap and overlap leads to its row. */
export function Foot({ account, zone, blankStint }: { account: Account | undefined; zone: string; blankStint: string }) {
  if (!account) return <Quiet>The hours are counted once the trip has a start.</Quiet>
  const free = account.seams.filter(({ kind }) => kind === 'gap').reduce((sum, { minutes }) => sum + minutes, 0)
  const clock = (ms: number): string => {
    const { hour, minute } = localParts(ms, zone)
    return `${hour}:${String(minute).padStart(2, '0')}`
  }
  return (
    <Box data-testid="account">
      <strong>
        {hoursText(account.accountedMin)} of {hoursText(account.onTheWaterMin)} on the water accounted for, {free} min free
      </strong>
      {account.seams.map((seam) => (
        <Button
          key={`${seam.kind}${seam.fromMs}${seam.angler}`}
          look="bare"
          minH="32px"
          fontSize="small"
          color={seam.kind === 'overlap' ? 'float' : 'ink'}
          onClick={() => focusCell(cellName('stint', seam.stint ?? blankStint, seam.stint === null ? 'lure' : 'start'))}
        >
          {seam.kind} {seam.angler === null ? '' : `of ${seam.angler} `}
          {clock(seam.fromMs)} to {clock(seam.toMs)}
        </Button>
      ))}
    </Box>
  )
}
