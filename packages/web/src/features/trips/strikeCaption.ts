import { epochMs } from '@jotbook/core'
import type { Strike } from '@jotbook/core'
import { clock } from '../../ui/locale.ts'
import { zoneOf } from './stripPaths.ts'
import type { TripOnScreen } from './stripPaths.ts'
import { text } from './text.ts'

/** What a strike's photo shows, in words: `9:42 am, landed, on Jerkbait, grey`. */
export function strikeCaption(strike: Strike, screen: TripOnScreen): string {
  const stint = screen.stints.find(({ id }) => id === strike.stint)
  const lure = stint && screen.lures.get(stint.lure)?.name
  return text.photo.caption(
    clock(epochMs(strike.time), zoneOf(screen)),
    strike.species ?? strike.outcome ?? '',
    lure ?? '',
  )
}
