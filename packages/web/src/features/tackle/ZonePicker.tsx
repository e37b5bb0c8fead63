import { Box, Flex, chakra } from '@chakra-ui/react'
import { ZONE_COLOURS } from '@jotbook/core'
import { colourOf } from '../../charts/lures/LureDrawing.tsx'
import { Chip } from '../../ui/controls.tsx'
import { text } from './text.ts'

const Swatch = chakra('button', {
  base: {
    w: '34px',
    h: '34px',
    border: '1px solid',
    borderColor: 'quiet',
    borderRadius: 'hair',
    cursor: 'pointer',
    '&[aria-pressed=true]': { outline: '3px solid', outlineColor: 'float', outlineOffset: '1px' },
  },
})

export type LureZone = keyof typeof text.lure.zones
export const LURE_ZONES = Object.keys(text.lure.zones) as LureZone[]

interface ZonePickerProps {
  readonly zone: LureZone
  readonly zones: Readonly<Record<LureZone, string>>
  readonly onZone: (zone: LureZone) => void
  readonly onColour: (colour: string) => void
}

/** The colour of one zone at a time: the trade's colours by their words, or any other. */
export function ZonePicker({ zone, zones, onZone, onColour }: ZonePickerProps) {
  const held = zones[zone]
  return (
    <Box>
      <Flex gap="6px" wrap="wrap" role="group" aria-label={text.lure.colour}>
        {LURE_ZONES.map((one) => (
          <Chip key={one} type="button" aria-pressed={zone === one} onClick={() => onZone(one)}>
            <Flex as="span" align="center" gap="6px">
              <Box
                as="span"
                w="14px"
                h="14px"
                border="1px solid"
                borderColor="quiet"
                style={{ background: colourOf(zones[one], 'transparent') }}
              />
              {text.lure.zones[one]}
              <Box as="span" fontWeight="400">
                {zones[one] || text.lure.noColour}
              </Box>
            </Flex>
          </Chip>
        ))}
      </Flex>
      <Flex gap="5px" wrap="wrap" mt="10px" maxW="560px" role="group" aria-label={text.lure.zones[zone]}>
        {Object.entries(ZONE_COLOURS).map(([word, ink]) => (
          <Swatch
            key={word}
            type="button"
            title={word}
            aria-label={word}
            aria-pressed={held === word}
            style={{ background: ink }}
            onClick={() => onColour(word)}
          />
        ))}
        <Chip type="button" aria-pressed={held === ''} onClick={() => onColour('')}>
          {text.lure.noColour}
        </Chip>
        <input
          type="color"
          aria-label={text.lure.anyColour(text.lure.zones[zone])}
          title={text.lure.anyColour(text.lure.zones[zone])}
          value={/^#[0-9a-f]{6}$/i.test(held) ? held : colourOf(held, '#808080')}
          onChange={(event) => onColour(event.target.value)}
          style={{ width: 44, height: 34 }}
        />
      </Flex>
    </Box>
  )
}
