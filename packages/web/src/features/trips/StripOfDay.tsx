import { Box } from '@chakra-ui/react'
import { useState } from 'react'
import { DayStrip } from '../../charts/dayStrip/DayStrip.tsx'
import type { StripModel } from '../../charts/dayStrip/stripModel.ts'
import { SelectedPanel } from './SelectedPanel.tsx'
import { StripHands } from './StripHands.tsx'
import type { Selected } from './StripHands.tsx'
import { StripPhotos } from './StripPhotos.tsx'
import type { TripOnScreen } from './stripPaths.ts'
import type { Editing } from './useEditing.ts'

interface StripOfDayProps {
  readonly screen: TripOnScreen
  readonly model: StripModel
  readonly width: number
  readonly highlight: string | undefined
  /** Whether what is on the strip can be moved and picked. */
  readonly hands: boolean
  readonly editing: Editing
}

/** The day as a strip, with its photos, and what was picked on it beside. */
export function StripOfDay({ screen, model, width, highlight, hands, editing }: StripOfDayProps) {
  const [selected, setSelected] = useState<Selected>()
  return (
    <>
      <Box position="relative">
        <DayStrip model={model} width={width} highlight={highlight} />
        {hands && <StripHands screen={screen} model={model} width={width} editing={editing} onSelect={setSelected} />}
      </Box>
      <StripPhotos screen={screen} model={model} width={width} />
      {selected && (
        <SelectedPanel
          key={JSON.stringify(selected)}
          screen={screen}
          selected={selected}
          editing={editing}
          onDone={() => setSelected(undefined)}
        />
      )}
    </>
  )
}
