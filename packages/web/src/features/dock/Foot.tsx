import { Box } from '@chakra-ui/react'
import { useContext } from 'react'
import { useWatch } from 'react-hook-form'
import type { TimeAccount } from '@jotbook/core'
import { Button, Quiet } from '../../ui/controls.tsx'
import { clock } from '../../ui/locale.ts'
import { DockContext, focusCell } from './dockContext.ts'
import { useMeaning, useMeaningOf } from './useMeaning.ts'
import type { Meant } from './meaning.ts'
import { cellName } from './readDraft.ts'
import { text } from './text.ts'

const hoursText = (minutes: number): string =>
  `${Math.floor(minutes / 60)}:${String(Math.round(minutes % 60)).padStart(2, '0')}`

/** How much of the time on the water is accounted for, and how many cells must be fixed. */
export function Foot() {
  return (
    <>
      <AccountLine />
      <ToFix />
    </>
  )
}

/** Said once saving was tried. */
function ToFix() {
  const { meaning } = useContext(DockContext)
  const count = useMeaning(({ shownProblems }) => Object.keys(shownProblems).length)
  if (!meaning.wasTried || count === 0) return null
  return (
    <Box role="alert" color="float" fontWeight="600" fontSize="small">
      {text.toMend(count)}
    </Box>
  )
}

const accountOf = ({ read }: Meant): TimeAccount | null => read.account ?? null

/** Every gap and overlap leads to its row. */
function AccountLine() {
  const { form } = useContext(DockContext)
  const effort = useWatch({ control: form.control, name: 'effortKnown' })
  const account = useMeaningOf(accountOf)
  const zone = useMeaning(({ zone: of }) => of)
  const blankStint = (): string => form.getValues('stints').at(-1)?.id ?? ''
  if (!account) return <Quiet>{text.account.none}</Quiet>
  if (effort !== 'full')
    return (
      <strong data-testid="account">
        {effort === 'none' ? text.account.noHours : text.account.trip(hoursText(account.onTheWaterMin))}
      </strong>
    )
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
          onClick={() =>
            focusCell(cellName('stint', seam.stint ?? blankStint(), seam.stint === null ? 'lure' : 'start'))
          }
        >
          {text.account.seam(seam.kind, seam.angler ?? '', clock(seam.fromMs, zone), clock(seam.toMs, zone))}
        </Button>
      ))}
    </Box>
  )
}
