import type { EpochMs } from '@jotbook/core'
/** Everything the day strip draws, already computed: the marks only place it. Depths in metres, times in epoch milliseconds. */
export interface StripModel {
  readonly fromMs: EpochMs
  readonly toMs: EpochMs
  readonly deepestM: number
  readonly label: string
  readonly hours: readonly { readonly ms: EpochMs; readonly text: string }[]
  readonly depths: readonly { readonly depthM: number; readonly text: string }[]
  readonly wind: {
    readonly points: readonly { readonly ms: EpochMs; readonly value: number }[]
    readonly highest: number
    readonly ticks: readonly { readonly value: number; readonly text: string }[]
  }
  /** Brightness of the sky from 0 (night) to 1 (bright), and cloud from 0 to 1, through the day. */
  readonly sky: readonly { readonly ms: EpochMs; readonly light: number; readonly cloud: number }[]
  readonly sunrise: number | undefined
  readonly sunset: number | undefined
  /** Colours of the water at the surface and at the foot. */
  readonly water: { readonly top: string; readonly foot: string }
  /** Depth that one part of light in a hundred reaches, through the day; empty where the sight was not read. */
  readonly lightFoot: { readonly text: string; readonly depthM: number } | undefined
  /** The bottom as sounded, in order of time; empty where nothing was sounded. */
  readonly bottom: readonly { readonly ms: EpochMs; readonly depthM: number }[]
  readonly paths: readonly StripPath[]
  readonly lures: readonly StripLure[]
  /** The longest stretch without a strike, if it is worth a word. */
  readonly blank:
    { readonly fromMs: EpochMs; readonly toMs: EpochMs; readonly depthM: number; readonly text: string } | undefined
  readonly ribbons: readonly StripRibbon[]
  readonly spells: readonly StripSpells[]
}

/** A condition in words through the day, end to end. */
export interface StripSpells {
  readonly name: string
  readonly spells: readonly {
    readonly fromMs: EpochMs
    readonly toMs: EpochMs
    readonly word: string
    readonly shade: number | undefined
  }[]
}

/** One condition through the day: a line where it was read closely enough, broken where it only was carried on. */
export interface StripRibbon {
  readonly name: string
  readonly note: string
  readonly pieces: readonly {
    readonly fromMs: EpochMs
    readonly toMs: EpochMs
    readonly from: number
    readonly to: number
    readonly stale: boolean
  }[]
  readonly readings: readonly { readonly ms: EpochMs; readonly value: number; readonly text: string }[]
}

export interface StripPath {
  readonly angler: string
  readonly stints: readonly {
    readonly id: string
    readonly fromMs: EpochMs
    readonly toMs: EpochMs
    readonly depthM: number
    readonly assumed?: boolean
    readonly label: string
  }[]
  readonly strikes: readonly StripStrike[]
}

export interface StripStrike {
  readonly id: string
  readonly ms: EpochMs
  readonly depthM: number
  readonly outcome: 'raised' | 'missed' | 'lost' | 'landed' | null
  readonly label: string
}

export interface StripLure {
  readonly id: string
  readonly name: string
  readonly class: string
  readonly depthM: number
  readonly depthText: string
  readonly back?: string | null
  readonly side?: string | null
  readonly belly?: string | null
  readonly accent?: string | null
  readonly finish?: string | null
}
