import { Box } from '@chakra-ui/react'
import type { Account } from '@jotbook/core'
import { Button, Quiet } from '../../ui/controls.tsx'
import { clock } from '../../ui/locale.ts'
import { focusCell } from './dockContext.ts'
import type { DockDraft } from './draft.ts'
import { cellName } from './readDraft.ts'
import { text } from './text.ts'

const hoursText = (minutes: number): string => `${Math.floor(minutes / 60)}:${String(Math.round(minutes % 60)).padStart(2, '0')}`

interface FootProps {
  readonly account: Account | undefined
  readonly zone: string
  readonly blankStint: string
  readonly effort: DockDraft['effortKnown']
}

/** How much of the time on the water is accounted for; every gap and overlap leads to its row. */
export function Foot({ account, zone, blankStint, effort }: FootProps) {
  if (!account) return <Quiet>{text.account.none}</Quiet>
  if (effort !== 'full')
    return <strong data-testid="account">{effort === 'none' ? text.account.noHours : text.account.trip(hoursText(account.onTheWaterMin))}</strong>
  const free = account.seams.filter(({ kind }) => kind === 'gap').reduce((sum, { minutes }) => sum + minutes, 0)
  return (
    <Box data-testid="account">
      <strong>{text.account.line(hoursText(account.accountedMin), hoursText(account.onTheWaterMin), free)}</strong>
      {account.seams.map((seam) => (
        <Button
          key={`${seam.kind}${seam.fromMs}${seam.angler}`}
          look="bare"
          minH="32px"
          fontSize="small"
          color={seam.kind === 'overlap' ? 'float' : 'ink'}
          onClick={() => focusCell(cellName('stint', seam.stint ?? blankStint, seam.stint === null ? 'lure' : 'start'))}
        >
          {text.account.seam(seam.kind, seam.angler ?? '', clock(seam.fromMs, zone), clock(seam.toMs, zone))}
        </Button>
      ))}
    </Box>
  )
}
