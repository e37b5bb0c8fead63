import { createSystem } from '@chakra-ui/react'
import { comboboxAnatomy, popoverAnatomy } from '@chakra-ui/react/anatomy'
import { defaultBaseConfig } from '@chakra-ui/react/preset-base'
import { defineConfig, defineSlotRecipe } from '@chakra-ui/react/styled-system'
import { deckColours, deckConditions } from './deckColours.ts'

const value = (light: string, night: string): { value: { base: string; _dark: string } } => ({
  value: { base: light, _dark: night },
})

const OVER_THE_PAGE = 1500

/** A list under a cell to type into. */
const combobox = defineSlotRecipe({
  slots: comboboxAnatomy.keys(),
  base: {
    root: { display: 'flex', flexDirection: 'column', width: '100%' },
    control: { position: 'relative' },
    content: {
      display: 'flex',
      flexDirection: 'column',
      maxHeight: '384px',
      overflowY: 'auto',
      padding: '4px',
      outline: 0,
      zIndex: OVER_THE_PAGE,
    },
    item: {
      position: 'relative',
      display: 'flex',
      alignItems: 'center',
      gap: '8px',
      padding: '6px 8px',
      cursor: 'pointer',
      userSelect: 'none',
    },
  },
})

/** Choices that open under a word. */
const popover = defineSlotRecipe({
  slots: popoverAnatomy.keys(),
  base: {
    content: {
      position: 'relative',
      display: 'flex',
      flexDirection: 'column',
      maxHeight: 'var(--available-height)',
      outline: 0,
      zIndex: OVER_THE_PAGE,
    },
    body: { flex: '1' },
  },
})

/** Ink and paper; the lures are the colour; one action colour, the float red. */
const config = defineConfig({
  preflight: true,
  cssVarsPrefix: 'chakra',
  cssVarsRoot: ':root',
  conditions: deckConditions,
  theme: {
    breakpoints: { sm: '480px', md: '768px', lg: '1024px', xl: '1280px' },
    slotRecipes: { combobox, popover },
    textStyles: {
      /** Headings and large figures. The tabular nought of this face is thin at every weight. */
      display: { value: { fontFamily: 'heading', fontVariantNumeric: 'lining-nums proportional-nums' } },
    },
    tokens: {
      fonts: {
        heading: { value: "'Besley Variable', Georgia, serif" },
        body: { value: "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif" },
      },
      /** In rem: a reader who has set larger letters gets them. */
      fontSizes: {
        small: { value: '0.8125rem' },
        text: { value: '0.9375rem' },
        large: { value: '1.125rem' },
        title: { value: '1.4375rem' },
        display: { value: '1.8125rem' },
        figure: { value: '4rem' },
      },
      radii: { hair: { value: '2px' } },
    },
    semanticTokens: {
      colors: {
        paper: value('#edf0e9', '#0f181c'),
        sheet: value('#f9faf6', '#17242a'),
        ink: value('#17252b', '#e6ebe3'),
        quiet: value('#4b5a5e', '#9fb0b1'),
        rule: value('#d3d9d1', '#2a3a41'),
        band: value('#17252b', '#0a1114'),
        onBand: value('#edf0e9', '#e6ebe3'),
        onBandQuiet: value('#b9c6c4', '#9fb0b1'),
        float: value('#bb2f19', '#f07a5f'),
        onFloat: value('#ffffff', '#1a0d09'),
        hours: value('#2f7d74', '#62b3a6'),
        /** Outlines of lures, which keep their own colours by day and by night; on the water they stay dark. */
        outline: { value: { base: '#1b262a', _dark: '#d5dedb', _deck: '#1b262a', _deckNight: '#b95846' } },
        wash: value('#dfe5dc', '#1d2c33'),
        deck: deckColours,
        /** Lines on the water, by day and by night: the waterline, shores, the boat's way. */
        waterline: { value: '#10202a' },
        /** Around letters and lines on the water, and in it. */
        halo: { value: '#f7faf4' },
        sun: { value: '#f2cf63' },
        rim: { value: '#3a3420' },
        /** What blows over the waterline. */
        air: { value: '#22333b' },
        bottom: { value: '#2a3132' },
      },
    },
  },
  globalCss: {
    '*': { fontFeatureSettings: '"cv11"' },
    '*::placeholder': { color: 'quiet' },
    'html, body': {
      bg: 'paper',
      color: 'ink',
      fontFamily: 'body',
      lineHeight: '1.45',
      fontVariantNumeric: 'tabular-nums',
    },
    body: { fontSize: 'text' },
    a: { color: 'ink', textDecoration: 'underline', textUnderlineOffset: '3px' },
    // A line that fills: browsers draw their own in green on grey.
    progress: { appearance: 'none', width: '100%', height: '12px', bg: 'rule', border: 'none', borderRadius: '6px' },
    'progress::-webkit-progress-bar': { bg: 'rule', borderRadius: '6px' },
    'progress::-webkit-progress-value': { bg: 'float', borderRadius: '6px' },
    'progress::-moz-progress-bar': { bg: 'float', borderRadius: '6px' },
    ':focus-visible': { outline: '3px solid', outlineColor: 'float', outlineOffset: '2px' },
  },
})

/** Only what these pages use: the library's own tokens and recipes take a third of a second to lay out at every start. */
export const system = createSystem(defaultBaseConfig, config)

/** Colours for drawings, which are not styled by props. */
export const ink = {
  paper: 'var(--chakra-colors-paper)',
  sheet: 'var(--chakra-colors-sheet)',
  ink: 'var(--chakra-colors-ink)',
  quiet: 'var(--chakra-colors-quiet)',
  rule: 'var(--chakra-colors-rule)',
  float: 'var(--chakra-colors-float)',
  hours: 'var(--chakra-colors-hours)',
  wash: 'var(--chakra-colors-wash)',
  waterline: 'var(--chakra-colors-waterline)',
  halo: 'var(--chakra-colors-halo)',
  sun: 'var(--chakra-colors-sun)',
  rim: 'var(--chakra-colors-rim)',
  air: 'var(--chakra-colors-air)',
  bottom: 'var(--chakra-colors-bottom)',
} as const
