import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { epochMs } from '@jotbook/core'
import type { Id } from '@jotbook/core'
import { deletionOf } from '../../state/useSave.ts'
import { AddPhoto, Photo } from '../../ui/ofBook/Photo.tsx'
import { useBookId } from '../../state/useBook.ts'
import { keepPicture, newId } from '../../offline/index.ts'
import { Choice } from '../../ui/Choice.tsx'
import { Button } from '../../ui/controls.tsx'
import { clock } from '../../ui/locale.ts'
import { rodName, rodsAt } from './fixes.ts'
import { splitAt, strikeMoved } from './stripEdits.ts'
import type { Selected } from './StripHands.tsx'
import { OpenedPanel } from '../../ui/OpenedPanel.tsx'
import { strikeCaption } from './strikeCaption.ts'
import { zoneOf } from './stripPaths.ts'
import type { TripOnScreen } from './stripPaths.ts'
import { text } from './text.ts'
import type { Editing } from './useEditing.ts'

interface SelectedPanelProps {
  readonly screen: TripOnScreen
  readonly selected: Selected
  readonly editing: Editing
  readonly onDone: () => void
}

/** What was selected on the strip, with the ways to change it. */
export function SelectedPanel({ screen, selected, editing, onDone }: SelectedPanelProps) {
  return (
    <OpenedPanel label={text.hands.panel}>
      {'stint' in selected ? (
        <SplitPanel screen={screen} selected={selected} editing={editing} onDone={onDone} />
      ) : (
        <StrikePanel screen={screen} strike={selected.strike} editing={editing} onDone={onDone} />
      )}
    </OpenedPanel>
  )
}

function SplitPanel({
  screen,
  selected,
  editing,
  onDone,
}: Omit<SelectedPanelProps, 'selected'> & { selected: Extract<Selected, { stint: Id<'stint'> }> }) {
  const book = useBookId()
  const stint = screen.stints.find(({ id }) => id === selected.stint)
  const [lure, setLure] = useState(stint?.lure ?? '')
  const [ms, setMs] = useState(selected.atMs)
  if (!stint || book === '') return null
  const zone = zoneOf(screen)
  const split = async (): Promise<void> => {
    await editing.apply({ edits: splitAt(screen, stint, ms, { id: newId(), lure }) })
    onDone()
  }
  return (
    <Flex gap="12px" wrap="wrap" align="end">
      <strong>
        {text.hands.splitTitle(
          rodName(stint, screen),
          clock(epochMs(stint.start), zone),
          clock(epochMs(stint.end ?? stint.start), zone),
        )}
      </strong>
      <Flex gap="4px" align="center">
        <Button aria-label={text.hands.earlier} onClick={() => setMs(ms - 300_000)}>
          −5
        </Button>
        <Box fontWeight="700" minW="80px" textAlign="center" aria-live="polite">
          {clock(ms, zone)}
        </Box>
        <Button aria-label={text.hands.later} onClick={() => setMs(ms + 300_000)}>
          +5
        </Button>
      </Flex>
      <Choice
        id="split-lure"
        label={text.hands.secondHalf}
        value={lure}
        options={[...screen.lures.values()].map(({ id, name }) => [id, name])}
        width="240px"
        onChoose={setLure}
      />
      <Button look="main" onClick={() => void split()}>
        {text.hands.split(clock(ms, zone))}
      </Button>
      <Button look="bare" onClick={onDone}>
        {text.hands.leave}
      </Button>
    </Flex>
  )
}

function StrikePanel({
  screen,
  strike: id,
  editing,
  onDone,
}: Omit<SelectedPanelProps, 'selected'> & { strike: Id<'strike'> }) {
  const book = useBookId()
  const strike = screen.strikes.find((one) => one.id === id)
  if (!strike) return null
  const ms = epochMs(strike.time)
  const done = async (edits: Parameters<Editing['apply']>[0]['edits']): Promise<void> => {
    await editing.apply({ edits })
    onDone()
  }
  return (
    <Flex gap="8px" wrap="wrap" align="center">
      <strong>{text.hands.strikeTitle(clock(ms, zoneOf(screen)))}</strong>
      {(['missed', 'lost', 'landed', 'raised'] as const).map((outcome) => (
        <Button
          key={outcome}
          aria-pressed={strike.outcome === outcome}
          onClick={() => void done([{ kind: 'strike', id, fields: { outcome } }])}
        >
          {text.legend[outcome]}
        </Button>
      ))}
      {rodsAt(ms, screen).map((rod) => (
        <Button key={rod.id} look="bare" onClick={() => void done(strikeMoved(id, rod, ms))}>
          {rodName(rod, screen)}
        </Button>
      ))}
      {strike.photo && <Photo sha256={strike.photo} caption={strikeCaption(strike, screen)} />}
      <AddPhoto
        label={strike.photo ? text.photo.replace : text.photo.add}
        onAdd={async (file) =>
          editing.apply({ edits: [{ kind: 'strike', id, fields: { photo: await keepPicture(book, file) } }] })
        }
      />
      {strike.photo && (
        <Button
          look="bare"
          onClick={() => void editing.apply({ edits: [{ kind: 'strike', id, fields: { photo: null } }] })}
        >
          {text.photo.remove}
        </Button>
      )}
      <Button look="bare" onClick={() => void done([deletionOf('strike', id)])}>
        {text.ends.takeOut}
      </Button>
      <Button look="bare" onClick={onDone}>
        {text.hands.leave}
      </Button>
    </Flex>
  )
}
