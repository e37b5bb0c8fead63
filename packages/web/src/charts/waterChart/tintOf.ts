import type { Water } from '@jotbook/core'

/** A water on its chart: by its kind, until its own readings colour it. */
const TINTS: Readonly<Record<string, string>> = {
  reservoir: '#bcd3d4',
  'river impoundment': '#b9ccba',
  'natural lake': '#cdbf9f',
  river: '#b9ccba',
  'mill pond': '#cdb996',
  pond: '#bfcfae',
}
export const tintOf = (water: Water): string => (water.kind ? (TINTS[water.kind] ?? '#bccfcb') : '#bccfcb')
