import type { Angler, UsualWords } from '@jotbook/core/deck'
import { DaySheet } from './DaySheet.tsx'
import type { PlacedRod } from './levels.ts'
import type { PresentationLine } from './PresentationLines.tsx'
import { PresentationSheet } from './PresentationSheet.tsx'
import { ReadingSheet } from './ReadingSheet.tsx'
import { SeenSheet } from './SeenSheet.tsx'
import { StrikeSheet } from './StrikeSheet.tsx'
import type { Deck } from './useDeck.ts'

/** What lies over the deck. */
export type Sheet = 'reading' | 'seen' | 'day' | PresentationLine | { readonly strike: string }

interface OpenSheetProps {
  readonly sheet: Sheet
  readonly onSheet: (sheet: Sheet | undefined) => void
  readonly book: string
  readonly deck: Deck
  readonly rods: readonly PlacedRod[]
  readonly anglers: readonly Angler[]
  readonly usual: UsualWords
  readonly zone: string
  readonly nowMs: number
}

export function OpenSheet({ sheet, onSheet, book, deck, rods, anglers, usual, zone, nowMs }: OpenSheetProps) {
  const onDone = (): void => onSheet(undefined)
  switch (sheet) {
    case 'reading':
      return <ReadingSheet deck={deck} nowMs={nowMs} onSeen={() => onSheet('seen')} onDone={onDone} />
    case 'seen':
      return <SeenSheet deck={deck} onDone={onDone} />
    case 'day':
      return <DaySheet book={book} deck={deck} rods={rods} zone={zone} nowMs={nowMs} onDone={onDone} />
    case 'how':
    case 'where':
      return (
        <PresentationSheet deck={deck} line={sheet} anglers={anglers} usual={usual} nowMs={nowMs} onDone={onDone} />
      )
    default:
      return <StrikeSheet book={book} deck={deck} strike={sheet.strike} onDone={onDone} />
  }
}
