import type { EpochMs, Id } from '@jotbook/core'
import { useEffect } from 'react'
import type { Angler, UsualWords } from '@jotbook/core/deck'
import type { RodTest } from '@jotbook/core/advice'
import { AdviceSheet } from './advice/AdviceSheet.tsx'
import { RodTestSheet } from './advice/RodTestSheet.tsx'
import type { Spoken } from './advice/useSpoken.ts'
import { ToLearnSheet } from './advice/ToLearnSheet.tsx'
import { WeighInSheet } from './advice/WeighInSheet.tsx'
import { DaySheet } from './DaySheet.tsx'
import type { PlacedRod } from './levels.ts'
import { PresentationSheet } from './PresentationSheet.tsx'
import { ReadingSheet } from './ReadingSheet.tsx'
import { SeenSheet } from './SeenSheet.tsx'
import type { Sheet } from './sheet.ts'
import { StrikeSheet } from './StrikeSheet.tsx'
import type { Deck } from './useDeck.ts'

interface OpenSheetProps {
  readonly sheet: Sheet
  readonly onSheet: (sheet: Sheet | undefined) => void
  readonly book: Id<'book'>
  readonly deck: Deck
  readonly rods: readonly PlacedRod[]
  readonly anglers: readonly Angler[]
  readonly usual: UsualWords
  readonly zone: string
  readonly nowMs: EpochMs
  readonly test: RodTest | undefined
  readonly spoken: Spoken | undefined
  readonly onTake: (lure: Id<'lure'>) => void
}

export function OpenSheet(props: OpenSheetProps) {
  const { sheet, onSheet, book, deck, rods, anglers, usual, zone, nowMs, test, spoken, onTake } = props
  const onDone = (): void => onSheet(undefined)
  // A sheet begins at its top, however far the one before it was scrolled.
  useEffect(() => {
    window.scrollTo(0, 0)
  }, [sheet])
  switch (sheet) {
    case 'reading':
      return <ReadingSheet deck={deck} nowMs={nowMs} onSeen={() => onSheet('seen')} onDone={onDone} />
    case 'seen':
      return <SeenSheet deck={deck} onDone={onDone} />
    case 'day':
      return (
        <DaySheet
          book={book}
          deck={deck}
          rods={rods}
          zone={zone}
          nowMs={nowMs}
          onTest={() => onSheet('test')}
          onLearn={() => onSheet('toLearn')}
          spoken={spoken?.line}
          onSpoken={() => onSheet(spoken?.sheet)}
          onDone={onDone}
        />
      )
    case 'weighIn':
      return <WeighInSheet deck={deck} rods={rods} angler={anglers[0] ?? null} onDone={onDone} />
    case 'toLearn':
      return <ToLearnSheet deck={deck} rods={rods} angler={anglers[0] ?? null} onDone={onDone} />
    case 'test':
      return <RodTestSheet deck={deck} rods={rods} test={test} onDone={onDone} />
    case 'how':
    case 'where':
      return (
        <PresentationSheet deck={deck} line={sheet} anglers={anglers} usual={usual} nowMs={nowMs} onDone={onDone} />
      )
    default:
      if ('advice' in sheet)
        return <AdviceSheet deck={deck} rods={rods} shown={sheet.advice} onTake={onTake} onDone={onDone} />
      return <StrikeSheet book={book} deck={deck} strike={sheet.strike} onDone={onDone} />
  }
}
