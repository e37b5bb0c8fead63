import { Box } from '@chakra-ui/react'
import type { Lure } from '@jotbook/core'
import { allLures } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { Button, Quiet } from '../../ui/controls.tsx'
import { MergeInto } from '../../ui/ofBook/MergeInto.tsx'
import { LureDeeds } from './LureDeeds.tsx'
import { LurePhotos } from './LurePhotos.tsx'
import { text } from './text.ts'
import { Versions } from './Versions.tsx'

interface LureRecordProps {
  readonly lure: Lure
  readonly onTakeOut: () => void
  readonly onLeave: (to: string) => void
}

/** What a lure has done, its versions beside each other, and how it is merged or taken out. */
export function LureRecord({ lure, onTakeOut, onLeave }: LureRecordProps) {
  const lures = useAppSelector(allLures)
  return (
    <>
      <LureDeeds lure={lure} />
      <LurePhotos lure={lure} />
      <Versions lure={lure} lures={lures} />
      <MergeInto kind="lure" record={lure} records={lures} onMerged={(to) => onLeave(`/tackle/${to}`)} />
      <Box mt="14px" className="no-print">
        <Button look="bare" onClick={onTakeOut}>
          {text.takeOut}
        </Button>{' '}
        <Quiet>{text.takeOutNote}</Quiet>
      </Box>
    </>
  )
}
