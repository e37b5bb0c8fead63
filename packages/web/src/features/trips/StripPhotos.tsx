import { Box } from '@chakra-ui/react'
import { epochMs } from '@jotbook/core'
import { Photo } from '../../ui/ofBook/Photo.tsx'
import { frameOf } from '../../charts/dayStrip/frame.ts'
import type { StripModel } from '../../charts/dayStrip/stripModel.ts'
import { photoLanes } from './photoLanes.ts'
import type { TripOnScreen } from './stripPaths.ts'
import { strikeCaption } from './strikeCaption.ts'

const [SIZE, GAP] = [44, 6]

/** Photos of the day below the strip, each under the time of its strike. */
export function StripPhotos({ screen, model, width }: { screen: TripOnScreen; model: StripModel; width: number }) {
  const shown = screen.strikes.flatMap((strike) =>
    strike.photo && !strike.timeUnknown ? [{ strike, sha256: strike.photo }] : [],
  )
  if (shown.length === 0) return null
  const { x } = frameOf(model, width)
  const places = photoLanes(
    shown.map(({ strike }) => x(epochMs(strike.time))),
    { size: SIZE, gap: GAP, width },
  )
  const lanes = Math.max(...places.map(({ lane }) => lane)) + 1
  return (
    <Box position="relative" h={`${lanes * (SIZE + GAP)}px`} mt="4px">
      {shown.map(({ strike, sha256 }, i) => (
        <Box
          key={strike.id}
          position="absolute"
          left={`${(100 * (places[i]?.left ?? 0)) / width}%`}
          top={`${(places[i]?.lane ?? 0) * (SIZE + GAP)}px`}
        >
          <Photo sha256={sha256} caption={strikeCaption(strike, screen)} size={SIZE} />
        </Box>
      ))}
    </Box>
  )
}
