import { counted, whole } from '../../../ui/locale.ts'
import type { AdjustableBand } from '@jotbook/core'

/** Words of the bands. */
export const text = {
  title: 'Bands',
  note: 'The book groups your hours by these bands, on every screen and for everybody in the book. The bars show how your hours fall. The rules of the trade keep their own limits.',
  names: {
    temp_band: 'Water temperature',
    clarity_band: 'Clarity',
    wind_band: 'Wind',
    pause_band: 'Pause',
    cast_band: 'Length of the cast',
    depth_band: 'Depth of the water',
    lure_depth_band: 'Depth of the lure',
    line_band: 'Line test',
    leader_band: 'Leader',
    lure_length_band: 'Length of the lure',
    lure_weight_band: 'Weight of the lure',
    price_band: 'Price of the lure',
  } satisfies Record<AdjustableBand, string>,
  edges: (unit: string) => `Edges, ${unit}, with a space between`,
  save: 'Use these',
  usual: 'Back to the usual',
  saved: (name: string) => `Bands of ${name.toLowerCase()} changed.`,
  wrong: {
    plain: (part: string) => `“${part}” is not a number.`,
    'not rising': 'Write at least one edge, each larger than the one before.',
    'too many': (most: number) => `At most ${counted(most, 'edge')}.`,
    words: (count: number) => `Write ${whole(count)} edges, one between each word and the next.`,
  },
  hours: (hours: number) => `${whole(Math.round(hours))} h`,
  unknown: (hours: number) => `not known: ${whole(Math.round(hours))} h`,
  none: 'No hours with this logged yet.',
} as const
